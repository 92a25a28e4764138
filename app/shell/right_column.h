#pragma once
// The column on the right of every place: the glass with the instrument's own push-buttons, and
// the findings.

#include "app/document/document.h"
#include "app/house/house.h"
#include "app/runner/run_view.h"

#include <QWidget>

namespace fern::app {

class Card;
class FindingsView;
class GlassList;
class HandButtons;

class RightColumn : public QWidget {
    Q_OBJECT
public:
    RightColumn(House& house, QWidget* parent);

    void showView(const RunView& view, const QString& channel);
    void foldGlass();
    void foldFindings();

Q_SIGNALS:
    /// A pointer into the file, to be looked at.
    void pointerWanted(const QString& pointer);

private:
    void showFindings(const RunView& view, const QString& channel);
    void liveWith(const Finding& finding);

    House& m_house;
    Card* m_glassCard;
    GlassList* m_glass;
    HandButtons* m_hand;
    FindingsView* m_findings;
    std::vector<Finding> m_signalFindings; ///< that are shown
};

} // namespace fern::app
