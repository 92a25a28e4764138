#include "app/places/channels/glass/looks_page.h"

#include "app/glass/glass_view.h"
#include "app/look/card.h"
#include "app/look/flow_layout.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "app/places/channels/glass/believed_row.h"
#include "instrument/edits.h"

#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace fern::app {

namespace {

constexpr int tileWidth = 136, tileHeight = 104;

} // namespace

LooksPage::LooksPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_believed(new BelievedRow(this))
    , m_tiles(new QWidget)
    , m_words(wrappedLabel(this, "lookWords"))
    , m_so(new QPushButton(tr("My firmware does that"), this))
    , m_right(new QPushButton(tr("Set it right"), this))
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("What it looks like when…"), this);
    card->setSubtitle(tr("find the picture that is on the bench"));
    column->addWidget(card, 1);
    card->body()->addWidget(m_believed);
    new FlowLayout(m_tiles, grid, FlowWidths::Alike);
    auto* scroll = new QScrollArea(card);
    scroll->setWidget(m_tiles);
    scroll->setWidgetResizable(true);
    layInCard(*scroll);
    card->body()->addWidget(scroll, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    row->addWidget(m_words, 1);
    row->addWidget(m_so);
    row->addWidget(m_right);
    card->body()->addLayout(row);
    m_so->setObjectName(QStringLiteral("lookIsMine"));
    m_so->setToolTip(tr("The simulated firmware does it too, and a finding says what mends it"));
    m_right->setObjectName(QStringLiteral("lookRight"));
    connect(m_believed, &BelievedRow::entered, this,
        [this](const DriverSpec& driver) { setDriver(tr("What the firmware is set to"), driver); });
    connect(m_so, &QPushButton::clicked, this, [this] {
        auto setup = rightSetup(m_display.firmware->setup());
        m_looks[m_chosen].setup->apply(setup);
        setDriver(tr("What the firmware does wrong"), setup.driver);
    });
    connect(m_right, &QPushButton::clicked, this, [this] {
        setDriver(tr("Driver set right"), rightSetup(m_display.firmware->setup()).driver);
    });
}

void LooksPage::setDriver(const QString& name, const DriverSpec& driver)
{
    const auto* found = findById(m_document.instrument().displays, m_display.id);
    if (found == nullptr)
        return;
    auto display = *found;
    display.driver = driver;
    m_document.apply(name, withDisplay(m_document.instrument(), display));
}

void LooksPage::showView(const RunView& view)
{
    const auto index = view.choice->display;
    const auto& display = view.plain().displays[index];
    m_content = contentShown(view.plain(), display, view.glass[index]);
    const bool isSame = display.id == m_display.id && !m_looks.empty()
        && display.firmware->setup().part == m_display.firmware->setup().part
        && display.page == m_display.page;
    // While it runs, the texts of the moment when it was opened serve.
    const bool isDrawn = isSame && (view.isRunning || m_content == m_drawn);
    m_display = display;
    if (!isDrawn)
        m_drawn = m_content;
    m_believed->showSetup(display.firmware->setup());
    const auto& driver = display.firmware->setup().driver;
    m_right->setEnabled(driver != rightSetup(display.firmware->setup()).driver);
    if (isDrawn)
        return;
    if (!isSame)
        layTiles();
    draw();
}

void LooksPage::draw()
{
    std::vector<DriverSetup> setups;
    for (const auto& look : m_looks) {
        auto& setup = setups.emplace_back(rightSetup(m_display.firmware->setup()));
        if (look.setup != nullptr)
            look.setup->apply(setup);
    }
    m_job.start([this, setups, page = Page(m_display.page), content = m_content](
                    const io::Progress& progress) -> BackgroundJob::Finish {
        std::vector<std::shared_ptr<const GlassPicture>> pictures;
        for (const auto& setup : setups) {
            if (!progress(
                    static_cast<double>(pictures.size()) / static_cast<double>(setups.size())))
                return {};
            pictures.push_back(
                std::make_shared<const GlassPicture>(looksLike(setup, page, content)));
        }
        return [this, pictures] {
            for (std::size_t i = 0; i < pictures.size(); ++i)
                m_looks[i].glass->showPicture(pictures[i]);
        };
    });
}

/// A tile for the right set-up, and one for each wrong one.
void LooksPage::layTiles()
{
    for (auto& look : m_looks)
        delete look.tile;
    m_looks.clear();
    auto possible = wrongSetupsOf(m_display.firmware->setup());
    possible.insert(possible.begin(), nullptr);
    for (const auto* setup : possible) {
        auto* tile = new QWidget(m_tiles);
        tile->setFixedWidth(tileWidth);
        auto* column = new QVBoxLayout(tile);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(2);
        auto* glass = new GlassView(tile);
        const auto what = setup == nullptr ? tr("all is right") : qText(setup->what);
        glass->setObjectName(QStringLiteral("look ")
            + (setup == nullptr ? QStringLiteral("right") : qText(setup->id)));
        glass->setAccessibleName(what);
        glass->setFocusPolicy(Qt::StrongFocus);
        glass->setMostHeight(tileHeight);
        auto* words = softLabel(what, tile);
        words->setWordWrap(true);
        column->addWidget(glass);
        column->addWidget(words);
        column->addStretch(1);
        m_tiles->layout()->addWidget(tile);
        const auto index = m_looks.size();
        connect(glass, &QAbstractButton::clicked, this, [this, index] { choose(index); });
        m_looks.push_back({setup, tile, glass});
        tile->show();
    }
    choose(0);
}

void LooksPage::choose(std::size_t index)
{
    m_chosen = index;
    for (std::size_t i = 0; i < m_looks.size(); ++i)
        m_looks[i].glass->setChosen(i == index);
    const auto* setup = m_looks[index].setup;
    m_so->setEnabled(setup != nullptr);
    m_words->setText(
        setup == nullptr ? tr("Click the picture that is on the bench.") : qText(setup->remedy));
}

} // namespace fern::app
