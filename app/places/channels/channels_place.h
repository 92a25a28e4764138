#pragma once
// The Channels place: the stem of one channel, and under it the workbench of the open leaf.

#include "app/house/place.h"
#include "app/places/channels/unshown_sheet.h"
#include "app/places/channels/workbench.h"
#include "app/stem/stem_widget.h"

#include <QStackedWidget>

namespace fern::app {

class ChannelsPlace : public Place {
    Q_OBJECT
public:
    static constexpr const char* name = "Channels";
    static QPainterPath mark();

    ChannelsPlace(House& house, QWidget* parent);

    void showView(const std::shared_ptr<const RunView>& view) override;
    void turnTo(const Destination& there) override;
    QString helpHeading() const override;

private:
    /// Offers what can drive the instrument.
    void offerSources(const QPoint& at);
    Workbench* makeBench(Leaf leaf, bool isAnalog);
    /// Shows the workbench of a leaf; it is made when it is opened first. Sensor and reading have
    /// one for analog sources and one for all others.
    void openBench(Leaf leaf);
    void showBench();

    House& m_house;
    StemWidget* m_stem;
    QLabel* m_limit;
    QStackedWidget* m_benches;
    std::array<Workbench*, leafCount> m_made{};
    std::array<Workbench*, leafCount> m_madeForSources{};
    UnshownSheet* m_unshown = nullptr; ///< from when it is needed first
    QWidget* m_content;
    std::shared_ptr<const RunView> m_view;
};

} // namespace fern::app
