#pragma once
// One finding: its severity as a sign, title, reason, fixes, and the words that open why, go to the
// place, and live with it.

#include "judge/findings.h"

#include <QFrame>

class QLabel;

namespace fern::app {

class FindingCard : public QFrame {
    Q_OBJECT
public:
    FindingCard(const Finding& finding, bool isOpen, QWidget* parent);

Q_SIGNALS:
    void fixChosen(const fern::Fix& fix);
    void whyToggled(bool isOpen);
    void placeWanted();
    void liveWithWanted();
    void judgeAgainWanted();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void addFixes(const Finding& finding);
    void addWords(const Finding& finding, bool isOpen);

    Severity m_severity;
    bool m_isQuiet; ///< lived with
};

} // namespace fern::app
