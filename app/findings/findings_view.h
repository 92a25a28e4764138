#pragma once
// The findings, grouped by what they are about: those of the open channel, or all.

#include "app/findings/finding_card.h"
#include "app/look/card.h"
#include "app/look/chip.h"
#include "instrument/instrument.h"

#include <QScrollArea>

#include <set>

namespace fern::app {

class FindingsView : public Card {
    Q_OBJECT
public:
    explicit FindingsView(QWidget* parent = nullptr);

    /// Rebuilds the cards when the findings differ from those shown.
    void showFindings(const Instrument& instrument, const std::vector<Finding>& findings,
        const std::string& channel);

Q_SIGNALS:
    void fixChosen(const fern::Fix& fix);
    void placeWanted(const QString& place);
    void liveWithWanted(const fern::Finding& finding);
    void judgeAgainWanted(const QString& decision);

private:
    /// Words between cards, or the card of a finding.
    struct Row {
        QString words; ///< of a card its rule and place
        const Finding* finding = nullptr;
    };
    struct ShownRow {
        QString words;
        FindingCard* card = nullptr;
        QString says; ///< what the card says
    };
    void rebuild();
    void showRows(const std::vector<Row>& rows);
    FindingCard* makeCard(const Finding& finding, QWidget* parent);

    Chip* m_here;
    Chip* m_all;
    QScrollArea* m_scroll;
    Instrument m_instrument;
    std::vector<Finding> m_findings;
    std::string m_channel;
    std::set<std::string> m_open; ///< rule and place of those whose reasons stand open
    QString m_shown; ///< everything that the cards say
    std::vector<ShownRow> m_rows;
};

} // namespace fern::app
