#include "app/places/channels/glass/glass_bench.h"

#include "app/look/figure_tag.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "timing/bus.h"

namespace fern::app {

GlassBench::GlassBench(House& house, QWidget* parent)
    : Workbench(tr("Glass"), tr("how often it is redrawn, and how old a number gets"), Leaf::Glass,
        house.document, parent)
    , m_redrawEvery(makeQuantity(tr("Redraw every"), "redrawEvery"))
    , m_busSpeed(makeQuantity(tr("Bus speed"), "busSpeed"))
    , m_pages(new PageChips(this))
    , m_transfers(new TransferPage(house.dialogs, this))
    , m_looks(new LooksPage(house.document, this))
    , m_map(new MapPage(house.document, this))
    , m_plan(softLabel({}, this))
    , m_lanes(new RedrawLanes(this))
    , m_age(new AgeBar(this))
    , m_trace(new TracePlot(this))
{
    m_busWord =
        addPair(tr("Redraw every"), m_redrawEvery, tr("bus at"), m_busSpeed)->findChild<QLabel*>();
    m_strategy = addChoice(tr("Sends"), {}, "strategy");
    m_brightness = makeWhole(tr("Brightness"), 1, 100, "brightness");
    m_brightness->setSuffix(tr(" %"));
    m_buffer = makeWhole(tr("In pieces of"), 1, 4096, "bufferBytes");
    m_lightRow = addPair(tr("Brightness"), m_brightness, tr("pieces of"), m_buffer);
    m_bufferWord = m_lightRow->findChild<QLabel*>();
    m_fullEvery = addWhole(tr("Full refresh every"), 0, 1000, "fullRefreshEvery");
    m_fullEvery->setSpecialValueText(tr("never again"));
    m_fullEvery->setSuffix(tr(" redraws"));
    m_plan->setWordWrap(true);
    m_buffer->setSuffix(tr(" bytes"));
    card()->addWidget(m_plan);
    const auto addPage = [this](const QString& word, const char* name, QWidget* page) {
        column()->addWidget(page, 1);
        m_pages->addPage(word, QString::fromLatin1(name), page);
    };
    addPage(tr("Pace"), "glassPace", makePace());
    addPage(tr("Transfers"), "glassTransfers", m_transfers);
    addPage(tr("It looks like…"), "glassLooks", m_looks);
    addPage(tr("Map"), "glassMap", m_map);
    addTool(m_pages); // always seen, however little room the inputs have
    connect(m_pages, &PageChips::opened, this, [this] { Q_EMIT viewWanted(); });
    connect(m_transfers, &TransferPage::refused, this, &Workbench::refused);
    connect(m_redrawEvery, &QuantityEdit::quantityEntered, this, [this](const Quantity& interval) {
        auto changed = display();
        changed.redrawEvery = interval;
        apply(tr("Redraw interval"), withDisplay(instrument(), changed));
    });
    connect(m_busSpeed, &QuantityEdit::quantityEntered, this, [this](const Quantity& speed) {
        apply(tr("Bus speed"), withBusSpeed(instrument(), display().id, speed));
    });
    connect(m_strategy, &QComboBox::activated, this, [this](int index) {
        auto changed = display();
        changed.driver.strategy = m_strategies[static_cast<std::size_t>(index)];
        apply(tr("What a redraw sends"), withDisplay(instrument(), changed));
    });
    const auto connectDriver = [this](QSpinBox* input, const QString& name, int DriverSpec::*what) {
        connect(input, &QSpinBox::valueChanged, this, [this, name, what](int value) {
            auto changed = display();
            changed.driver.*what = value;
            apply(name, withDisplay(instrument(), changed));
        });
    };
    connectDriver(m_brightness, tr("Brightness"), &DriverSpec::brightness);
    connectDriver(m_fullEvery, tr("Full refresh of paper"), &DriverSpec::fullRefreshEvery);
    connectDriver(m_buffer, tr("Buffer of the library"), &DriverSpec::bufferBytes);
}

/// What is drawn when, and how old a number gets.
QWidget* GlassBench::makePace()
{
    auto* page = new QWidget(this);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    column->addLayout(row);
    auto* lanes = new Card({}, page);
    lanes->setToolTip(tr("Sampling green, drawing dark green, bus blue, panel amber"));
    lanes->body()->setContentsMargins(grid + 4, grid, grid + 4, grid);
    lanes->body()->addWidget(m_lanes);
    row->addWidget(lanes, 5);
    auto* age = new Card({}, page);
    age->body()->setContentsMargins(grid + 4, grid, grid + 4, grid);
    age->body()->addWidget(m_age);
    row->addWidget(age, 3);
    auto* trace = new Card({}, page);
    trace->body()->setContentsMargins(grid, grid, grid, grid);
    trace->body()->addWidget(m_trace);
    column->addWidget(trace, 1);
    return page;
}

void GlassBench::showInputs(const RunView& view)
{
    m_redrawEvery->showQuantity(display().redrawEvery);
    m_busSpeed->showQuantity(busSpeedOf(instrument(), display()));
    const bool hasClock =
        isClocked(view.plain().displays[view.choice->display].firmware->setup().part.interface);
    m_busSpeed->setVisible(hasClock);
    m_busWord->setVisible(hasClock);
    const auto& firmware = *view.plain().displays[view.choice->display].firmware;
    const auto& setup = firmware.setup();
    const auto ways = strategiesOf(setup.part);
    if (m_strategies != std::vector(ways.begin(), ways.end())) {
        m_strategies.assign(ways.begin(), ways.end());
        m_strategy->clear();
        for (const auto way : m_strategies)
            m_strategy->addItem(qText(strategyWords(setup.part, way)));
    }
    const auto shown = std::find(m_strategies.begin(), m_strategies.end(), firmware.strategy());
    m_strategy->setCurrentIndex(static_cast<int>(shown - m_strategies.begin()));
    const auto showWhole = [](QSpinBox* input, int value) {
        const QSignalBlocker blocker(input);
        input->setValue(value);
    };
    const auto& driver = display().driver;
    showWhole(m_buffer, driver.bufferBytes);
    showWhole(m_brightness, driver.brightness);
    showWhole(m_fullEvery, driver.fullRefreshEvery);
    setInputVisible(m_lightRow, traitsOf(setup.part.kind()).hasLight);
    const bool hasBuffer = setup.part.interface == DisplayInterface::I2c; // and a light
    m_buffer->setVisible(hasBuffer);
    m_bufferWord->setVisible(hasBuffer);
    setInputVisible(m_fullEvery,
        setup.part.kind() == DisplayKind::Paper && firmware.strategy() == RedrawStrategy::DirtyBox);
    m_plan->setText(qText(view.fixed->planInWords));
    m_pages->setPageOffered(m_map, setup.part.kind() == DisplayKind::SegmentGlass);
    m_plan->setVisible(m_pages->word() == tr("Pace")); // the others need the room
    if (m_pages->page() == m_transfers)
        return m_transfers->showView(view);
    if (m_pages->page() == m_looks)
        return m_looks->showView(view);
    if (m_pages->page() == m_map)
        return m_map->showView(view);
    m_lanes->showView(view);
    m_trace->showView(view);
    const auto& age = view.stem.age;
    m_age->showAge(age, view.plain().channels[view.choice->channel].freshnessSeconds);
    const auto shownFigure = [this](Figure figure, double seconds) {
        return ShownFigure{
            figure, ownerOf(figure, {}, this->display().id), qText(durationText(seconds))};
    };
    tagFigures(m_age,
        {shownFigure(Figure::OldestNumber, age.oldest()), shownFigure(Figure::Redraw, age.redraw),
            shownFigure(Figure::Delay, age.smoothing)});
}

} // namespace fern::app
