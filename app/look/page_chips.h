#pragma once
// A row of chips, one for each of several pages, of which one is seen. The pages stand wherever
// their owner lays them out; hidden ones ask for no room.

#include <QHBoxLayout>
#include <QWidget>

#include <vector>

class QButtonGroup;

namespace fern::app {

class PageChips : public QWidget {
    Q_OBJECT
public:
    explicit PageChips(QWidget* parent);

    /// Adds a chip for a page; the first page is seen.
    void addPage(const QString& word, const char* chipName, QWidget* page);
    /// Shows or hides a chip; the first page is opened where the hidden one was.
    void setPageOffered(const QWidget* page, bool isOffered);
    QWidget* page() const { return m_open; }
    /// Where more can stand, behind the chips.
    QHBoxLayout* row() { return m_row; }

Q_SIGNALS:
    void opened(const QWidget* page);

private:
    void open(QWidget* page);

    struct Page {
        QWidget* chip;
        QWidget* page;
    };
    std::vector<Page> m_pages;
    QWidget* m_open = nullptr;
    QButtonGroup* m_group;
    QHBoxLayout* m_row;
};

} // namespace fern::app
