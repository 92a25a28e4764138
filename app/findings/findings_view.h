#pragma once
// The findings as cards: mark, title, reason with its numbers, a button for each fix.

#include "app/look/card.h"
#include "judge/findings.h"

#include <QScrollArea>

namespace fern::app {

class FindingsView : public Card {
    Q_OBJECT
public:
    explicit FindingsView(QWidget* parent = nullptr);

    /// Rebuilds the cards when the findings differ from those shown.
    void showFindings(const std::vector<Finding>& findings);

Q_SIGNALS:
    void fixChosen(const fern::Fix& fix);

private:
    QScrollArea* m_scroll;
    std::vector<QString> m_shown;
};

} // namespace fern::app
