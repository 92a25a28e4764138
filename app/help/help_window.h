#pragma once
// F1: what the place and its leaves are for, beside the main window.

#include <QDialog>

class QTextBrowser;

namespace fern::app {

class HelpWindow : public QDialog {
    Q_OBJECT
public:
    explicit HelpWindow(QWidget* parent);

    /// Shows the help and turns to the section of that title.
    void showSection(const QString& title);

private:
    QTextBrowser* m_text;
};

} // namespace fern::app
