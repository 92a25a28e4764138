#include "app/places/channels/channels_place.h"

#include "app/look/page_chips.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "app/notice/notice_bar.h"
#include "app/places/channels/glass/glass_bench.h"
#include "app/places/channels/reading/reading_bench.h"
#include "app/places/channels/scale/scale_bench.h"
#include "app/places/channels/sensor/sensor_bench.h"
#include "app/places/channels/smooth/smooth_bench.h"
#include "app/places/channels/sources/source_bench.h"
#include "app/places/channels/text/text_bench.h"
#include "app/places/channels/trace_plot.h"
#include "app/places/channels/unshown_sheet.h"
#include "app/places/channels/world/world_bench.h"
#include "app/play/play_control.h"

#include <QMenu>
#include <QPainterPath>
#include <QScrollArea>
#include <QShortcut>
#include <QTimer>

namespace fern::app {

QPainterPath ChannelsPlace::mark()
{
    // A stem with leaves along it, and a bud at its end.
    QPainterPath path({3, 12});
    path.cubicTo(8, 10, 16, 14, 21, 12);
    path.addEllipse(QPointF(21, 12), 0.6, 0.6);
    path.moveTo(6.5, 11.3);
    path.cubicTo(6.5, 7.5, 8.5, 5.5, 11.5, 5);
    path.cubicTo(11.6, 8.4, 9.8, 10.8, 6.5, 11.3);
    path.moveTo(11.5, 12.2);
    path.cubicTo(11.6, 16, 13.6, 18.2, 16.6, 18.6);
    path.cubicTo(16.7, 15.2, 14.8, 12.7, 11.5, 12.2);
    return path;
}

ChannelsPlace::ChannelsPlace(House& house, QWidget* parent)
    : Place(parent)
    , m_house(house)
    , m_stem(new StemWidget(this))
    , m_limit(softLabel({}, this))
    , m_benches(new QStackedWidget(this))
    , m_content(new QWidget(this))
{
    setObjectName(QStringLiteral("channelsPlace"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
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

    // In a small window the workbench moves beneath the stem, so that its plots keep their height.
    auto* bench = new QScrollArea(this);
    bench->setObjectName(QStringLiteral("benchScroll"));
    bench->setWidgetResizable(true);
    bench->setFrameShape(QFrame::NoFrame);
    bench->setFocusPolicy(Qt::NoFocus);
    bench->setWidget(m_benches);
    bench->viewport()->setAutoFillBackground(false);
    m_benches->setAutoFillBackground(false);
    column->addWidget(bench, 1);

    connect(m_stem, &StemWidget::readerChosen, this, [this](const QString& reader) {
        const auto& channel = m_view->plain().channels[m_view->choice->channel];
        Q_EMIT wanted(
            {.place = QString::fromLatin1(name), .channel = qText(channel.id), .reader = reader});
    });
    connect(m_stem, &StemWidget::leafOpened, this, [this](Leaf leaf) {
        openBench(leaf);
        if (m_view)
            showView(m_view);
    });
    connect(&m_house.document, &Document::opened, this,
        [this] { m_stem->setOpenLeaf(Leaf::World); }); // what is wished comes first
    openBench(m_stem->openLeaf());
    for (const int by : {-1, 1}) {
        auto* shortcut = new QShortcut(
            QKeySequence(by < 0 ? Qt::ALT | Qt::Key_Left : Qt::ALT | Qt::Key_Right), this);
        connect(shortcut, &QShortcut::activated, this, [this, by] { m_stem->step(by); });
    }
    m_content->hide();
}

void ChannelsPlace::turnTo(const Destination& there)
{
    if (!there.leaf)
        return;
    m_stem->setOpenLeaf(*there.leaf);
    if (auto* pages = m_benches->currentWidget()->findChild<PageChips*>(); pages != nullptr)
        pages->open(there.page);
}

QString ChannelsPlace::helpHeading() const
{
    return qText(nameOf(m_stem->openLeaf()));
}

void ChannelsPlace::offerSources(const QPoint& at)
{
    auto& play = m_house.play;
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("sourcesMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (int i = 0; i < static_cast<int>(play.choices().size()); ++i) {
        auto* action = menu->addAction(play.choices()[static_cast<std::size_t>(i)].words);
        action->setCheckable(true);
        action->setChecked(i == play.current());
        connect(action, &QAction::triggered, &play, [&play, i] { play.choose(i); });
    }
    menu->popup(at);
}

Workbench* ChannelsPlace::makeBench(Leaf leaf, bool isAnalog)
{
    if (!isAnalog && leaf == Leaf::Sensor)
        return new SourceBench(SourceSide::Outside, m_house.document, this);
    if (!isAnalog && leaf == Leaf::Reading)
        return new SourceBench(SourceSide::Firmware, m_house.document, this);
    switch (leaf) {
    case Leaf::World: {
        auto* world = new WorldBench(m_house.document, this);
        connect(world, &WorldBench::holdWanted, this,
            [this](const QString& channel, std::optional<double> si) {
                m_house.runner.hold(channel.toStdString(), si);
            });
        return world;
    }
    case Leaf::Sensor:
        return new SensorBench(m_house.document, this);
    case Leaf::Reading:
        return new ReadingBench(m_house.document, this);
    case Leaf::Scale:
        return new ScaleBench(m_house, this);
    case Leaf::Smooth:
        return new SmoothBench(m_house.document, this);
    case Leaf::Text:
        return new TextBench(m_house.document, this);
    case Leaf::Glass:
        break;
    }
    return new GlassBench(m_house, this);
}

void ChannelsPlace::openBench(Leaf leaf)
{
    const bool isAnalog = !m_view || !m_view->choice
        || m_view->plain().channels[m_view->choice->channel].isAnalog()
        || (leaf != Leaf::Sensor && leaf != Leaf::Reading);
    auto& bench = (isAnalog ? m_made : m_madeForSources)[static_cast<std::size_t>(leaf)];
    if (bench == nullptr) {
        bench = makeBench(leaf, isAnalog);
        m_benches->addWidget(bench);
        connect(bench, &Workbench::refused, &m_house.notice, &NoticeBar::refuse);
        for (auto* trace : bench->findChildren<TracePlot*>())
            connect(trace, &TracePlot::runWanted, &m_house.play, &PlayControl::toggleRun);
        connect(bench, &Workbench::viewWanted, this, &ChannelsPlace::showBench);
        connect(bench, &Workbench::sourceMenuWanted, this, &ChannelsPlace::offerSources);
    }
    // The hidden ones must not ask for room: they are not laid out, so what they ask for is stale.
    for (const auto& all : {m_made, m_madeForSources})
        for (auto* made : all)
            if (made != nullptr)
                made->setSizePolicy(QSizePolicy::Preferred,
                    made == bench ? QSizePolicy::Preferred : QSizePolicy::Ignored);
    m_benches->setCurrentWidget(bench);
}

void ChannelsPlace::showView(const std::shared_ptr<const RunView>& newest)
{
    m_view = newest;
    const auto& view = *m_view;
    m_content->setVisible(view.choice.has_value());
    if (!view.choice && m_unshown == nullptr) {
        m_unshown = new UnshownSheet(m_house.document, this);
        layout()->addWidget(m_unshown);
    }
    if (m_unshown != nullptr)
        m_unshown->setVisible(!view.choice);
    if (!view.choice)
        return m_unshown->showView(view);
    m_stem->showView(view);
    openBench(m_stem->openLeaf());
    m_limit->setText(
        tr("%1 limits: %2")
            .arg(qText(view.stem.leaves[static_cast<std::size_t>(view.stem.limit)].name),
                qText(view.stem.limitReason)));
    if (view.stem.noiseIsAboutTrace)
        m_limit->setText(m_limit->text()
            + (isTold(view.plain().channels[view.choice->channel].source.kind)
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
