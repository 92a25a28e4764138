#include "app/places/channels/channels_place.h"

#include "app/look/tokens.h"
#include "app/places/channels/glass_bench.h"
#include "app/places/channels/reading_bench.h"
#include "app/places/channels/scale_bench.h"
#include "app/places/channels/sensor_bench.h"
#include "app/places/channels/smooth_bench.h"
#include "app/places/channels/source_bench.h"
#include "app/places/channels/text_bench.h"
#include "app/places/channels/world_bench.h"

#include <QShortcut>
#include <QTimer>

namespace fern::app {

ChannelsPlace::ChannelsPlace(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_stem(new StemWidget(this))
    , m_limit(softLabel({}, this))
    , m_benches(new QStackedWidget(this))
    , m_empty(softLabel({}, this))
    , m_content(new QWidget(this))
{
    setObjectName(QStringLiteral("channelsPlace"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    m_empty->setAlignment(Qt::AlignCenter);
    outer->addWidget(m_empty);
    outer->addWidget(m_content);
    auto* column = new QVBoxLayout(m_content);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);

    auto* stemCard = new Card({}, this);
    stemCard->body()->setContentsMargins(grid + 2, grid, grid + 2, grid);
    stemCard->body()->addWidget(m_stem);
    m_limit->setWordWrap(true);
    stemCard->body()->addWidget(m_limit);
    column->addWidget(stemCard);

    column->addWidget(m_benches, 1);

    connect(m_stem, &StemWidget::readerChosen, this, &ChannelsPlace::readerChosen);
    connect(m_stem, &StemWidget::leafOpened, this, [this](Leaf leaf) {
        openBench(leaf);
        if (m_view)
            showView(m_view);
    });
    openBench(m_stem->openLeaf());
    for (const int by : {-1, 1}) {
        auto* shortcut = new QShortcut(
            QKeySequence(by < 0 ? Qt::ALT | Qt::Key_Left : Qt::ALT | Qt::Key_Right), this);
        connect(shortcut, &QShortcut::activated, this, [this, by] { m_stem->step(by); });
    }
    m_content->hide();
}

CalibrationPage* ChannelsPlace::calibration()
{
    auto* bench = qobject_cast<ScaleBench*>(m_made[static_cast<std::size_t>(Leaf::Scale)]);
    return bench == nullptr ? nullptr : &bench->calibration();
}

Workbench* ChannelsPlace::makeBench(Leaf leaf, bool isAnalog)
{
    if (!isAnalog && leaf == Leaf::Sensor)
        return new SourceBench(SourceSide::Outside, m_document, this);
    if (!isAnalog && leaf == Leaf::Reading)
        return new SourceBench(SourceSide::Firmware, m_document, this);
    switch (leaf) {
    case Leaf::World:
        return new WorldBench(m_document, this);
    case Leaf::Sensor:
        return new SensorBench(m_document, this);
    case Leaf::Reading:
        return new ReadingBench(m_document, this);
    case Leaf::Scale:
        return new ScaleBench(m_document, this);
    case Leaf::Smooth:
        return new SmoothBench(m_document, this);
    case Leaf::Text:
        return new TextBench(m_document, this);
    case Leaf::Glass:
        break;
    }
    return new GlassBench(m_document, this);
}

void ChannelsPlace::openBench(Leaf leaf)
{
    const bool isAnalog = !m_view || !m_view->choice
        || m_view->plain.channels[m_view->choice->channel].isAnalog()
        || (leaf != Leaf::Sensor && leaf != Leaf::Reading);
    auto& bench = (isAnalog ? m_made : m_madeForSources)[static_cast<std::size_t>(leaf)];
    if (bench == nullptr) {
        bench = makeBench(leaf, isAnalog);
        m_benches->addWidget(bench);
        connect(bench, &Workbench::refused, this, &ChannelsPlace::refused);
        connect(bench, &Workbench::viewWanted, this, &ChannelsPlace::showBench);
        connect(bench, &Workbench::sourceMenuWanted, this, &ChannelsPlace::sourceMenuWanted);
        connect(bench, &Workbench::meterMenuWanted, this, &ChannelsPlace::meterMenuWanted);
    }
    // The hidden ones must not ask for room: they are not laid out, so what they ask for is stale.
    for (const auto& all : {m_made, m_madeForSources})
        for (auto* made : all)
            if (made != nullptr)
                made->setSizePolicy(QSizePolicy::Preferred,
                    made == bench ? QSizePolicy::Preferred : QSizePolicy::Ignored);
    m_benches->setCurrentWidget(bench);
}

void ChannelsPlace::showView(std::shared_ptr<const RunView> newest)
{
    m_view = std::move(newest);
    const auto& view = *m_view;
    m_content->setVisible(view.choice.has_value());
    m_empty->setVisible(!view.choice);
    if (!view.choice) {
        m_empty->setText(view.plain.channels.empty()
                ? tr("This instrument has no channel yet. Add one with + channel, Ctrl+T.")
                : tr("No page shows this channel yet, so its stem has no end. Undo brings the page "
                     "back."));
        return;
    }
    m_stem->showView(view);
    openBench(m_stem->openLeaf());
    m_limit->setText(tr("%1 limits: %2")
                         .arg(QString::fromStdString(
                                  view.stem.leaves[static_cast<std::size_t>(view.stem.limit)].name),
                             QString::fromStdString(view.stem.limitReason)));
    if (view.stem.noiseIsAboutTrace)
        m_limit->setText(m_limit->text()
            + (isTold(view.plain.channels[view.choice->channel].source.kind)
                    ? tr(" Noise is rms about the smoothed trace: what a device tells has no twin "
                         "without noise.")
                    : tr(" Noise is rms about the smoothed trace: a recording has no twin without "
                         "noise.")));
    // While it runs, stem and workbench are painted in turns of their own, so that no turn is long.
    if (view.isRunning)
        QTimer::singleShot(0, this, &ChannelsPlace::showBench);
    else
        showBench();
}

void ChannelsPlace::showBench()
{
    if (m_view->choice)
        qobject_cast<Workbench*>(m_benches->currentWidget())->showView(*m_view);
}

} // namespace fern::app
