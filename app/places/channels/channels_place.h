#pragma once
// The Channels place: the stem of one channel, and under it the workbench of the open leaf.

#include "app/document/document.h"
#include "app/places/channels/workbench.h"
#include "app/stem/stem_widget.h"

#include <QStackedWidget>

namespace fern::app {

class CalibrationPage;

class ChannelsPlace : public QWidget {
    Q_OBJECT
public:
    ChannelsPlace(Document& document, QWidget* parent);

    void showView(std::shared_ptr<const RunView> view);
    Leaf openLeaf() const { return m_stem->openLeaf(); }
    void setOpenLeaf(Leaf leaf) { m_stem->setOpenLeaf(leaf); }
    /// Where calibrations are taken; null until the Scale leaf was opened.
    CalibrationPage* calibration();

Q_SIGNALS:
    void refused(const QString& message);
    void readerChosen(const QString& id);
    void sourceMenuWanted(const QPoint& at);
    void meterMenuWanted(const QPoint& at);

private:
    Workbench* makeBench(Leaf leaf, bool isAnalog);
    /// Shows the workbench of a leaf; it is made when it is opened first. Sensor and reading have
    /// one for analog sources and one for all others.
    void openBench(Leaf leaf);
    void showBench();

    Document& m_document;
    StemWidget* m_stem;
    QLabel* m_limit;
    QStackedWidget* m_benches;
    std::array<Workbench*, leafCount> m_made{};
    std::array<Workbench*, leafCount> m_madeForSources{};
    QLabel* m_empty;
    QWidget* m_content;
    std::shared_ptr<const RunView> m_view;
};

} // namespace fern::app
