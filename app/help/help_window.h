#pragma once
// F1: what the place and its leaves are for, beside the main window; its contents, a search, and
// the keys on one page.

#include <QDialog>

class QLabel;
class QLineEdit;
class QListWidget;
class QTextBrowser;

namespace fern::app {

class HelpWindow : public QDialog {
    Q_OBJECT
public:
    explicit HelpWindow(QWidget* parent);

    /// Shows the help and turns to the section of that title.
    void showSection(const QString& title);

private:
    void fillContents();
    void turnTo(int block);
    /// Marks every place where what is typed stands, and turns to the next one behind the cursor.
    void search(bool fromHere);

    QLineEdit* m_typed;
    QLabel* m_found;
    QListWidget* m_contents;
    QTextBrowser* m_text;
};

} // namespace fern::app
