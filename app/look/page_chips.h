#pragma once
// A row of chips, one for each of several pages, of which one is seen. The pages stand wherever
// their owner lays them out; hidden ones ask for no room.

#include <QHBoxLayout>
#include <QWidget>

#include <vector>

class QAbstractButton;
class QButtonGroup;

namespace fern::app {

class PageChips : public QWidget {
    Q_OBJECT
public:
    explicit PageChips(QWidget* parent);

    /// Adds a chip for a page, and returns it; the first page is seen.
    QAbstractButton* addPage(const QString& word, const QString& chipName, QWidget* page);
    /// Opens the page, as if its chip was clicked.
    void open(QWidget* page);
    /// Opens the page whose chip bears the word; another word changes nothing.
    void open(const QString& word);
    /// Shows or hides a chip; the first page is opened where the hidden one was.
    void setPageOffered(const QWidget* page, bool isOffered);
    QWidget* page() const { return m_open; }
    /// Returns the word of the page that is seen.
    QString word() const;
    /// Where more can stand, behind the chips.
    QHBoxLayout* row() { return m_row; }

Q_SIGNALS:
    void opened(const QWidget* page);

private:
    struct Page {
        QAbstractButton* chip;
        QWidget* page;
    };
    std::vector<Page> m_pages;
    QWidget* m_open = nullptr;
    QButtonGroup* m_group;
    QHBoxLayout* m_row;
};

} // namespace fern::app
