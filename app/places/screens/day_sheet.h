#pragma once
// Which pages a display turns at which time of the day.

#include "app/document/document.h"
#include "app/look/parameter_grid.h"
#include "app/places/screens/day_ring.h"
#include "instrument/resolve.h"

#include <QLabel>
#include <QPushButton>

namespace fern::app {

class DaySheet : public QWidget {
    Q_OBJECT
public:
    DaySheet(Document& document, QWidget* parent);

    /// `now` is the minute of the day; less than zero where no clock tells it.
    void showDisplay(const PlainDisplay& display, int now);

private:
    void choose(int part);
    void move(int part, int minute);
    void showPart();
    void layPages();

    Document& m_document;
    std::string m_display;
    DayPlan m_plan;
    std::size_t m_part = 0;
    int m_now = -1;
    DayRing* m_ring;
    QLabel* m_words;
    ParameterGrid* m_grid;
    QWidget* m_pages; ///< a chip for each page that is turned
    std::vector<std::pair<std::string, std::string>> m_laid; ///< ids and names of the chips
    QPushButton* m_another;
    QPushButton* m_remove;
};

} // namespace fern::app
