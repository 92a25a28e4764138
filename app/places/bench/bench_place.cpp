#include "app/places/bench/bench_place.h"

#include "app/look/chip.h"
#include "app/look/look.h"

#include <QButtonGroup>
#include <QSignalBlocker>
#include <QStackedWidget>

#include <algorithm>

namespace fern::app {

BenchPlace::BenchPlace(
    Document& document, CaptureLibrary& library, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent)
    , m_source(new QComboBox(this))
    , m_chips(new QButtonGroup(this))
    , m_pages(new QStackedWidget(this))
    , m_live(new LivePage(document, this))
    , m_captures(new CapturePage(document, library, dialogs, this))
    , m_standIn(new StandInPage(document, library, dialogs, this))
    , m_import(new ImportSheet(this))
{
    setObjectName(QStringLiteral("benchPlace"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    auto* head = new Card(tr("Bench"), this);
    head->setSubtitle(tr("what drives the instrument, what it tells, what was captured"));
    m_source->setObjectName(QStringLiteral("benchSource"));
    m_source->setAccessibleName(tr("What drives the instrument"));
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    const auto addPage = [&](Page page, const QString& word, const char* name, QWidget* widget) {
        auto* chip = new Chip(word, head);
        chip->setObjectName(QString::fromLatin1(name));
        m_chips->addButton(chip, static_cast<int>(page));
        row->addWidget(chip);
        m_pages->addWidget(widget);
    };
    addPage(Page::Live, tr("Live"), "benchLive", m_live);
    addPage(Page::Captures, tr("Captures"), "benchCaptures", m_captures);
    addPage(Page::StandIn, tr("Stand in"), "benchStandIn", m_standIn);
    m_pages->addWidget(m_import);
    row->addSpacing(2 * grid);
    row->addWidget(softLabel(tr("Comes from"), head));
    row->addWidget(m_source, 1);
    head->body()->addLayout(row);
    column->addWidget(head);
    column->addWidget(m_pages, 1);
    connect(m_chips, &QButtonGroup::idClicked, this,
        [this](int page) { openPage(static_cast<Page>(page)); });
    connect(m_source, &QComboBox::activated, this,
        [this](int index) { Q_EMIT chosen(m_source->itemData(index).toString()); });
    connect(m_captures, &CapturePage::speakWanted, this, [this](const QString& capture) {
        m_standIn->follow(capture);
        openPage(Page::StandIn);
    });
    connect(m_import, &ImportSheet::cancelled, this, [this] { openPage(Page::Captures); });
    connect(m_import, &ImportSheet::accepted, this, [this](const ImportPlan& plan) {
        openPage(Page::Captures);
        Q_EMIT importPlanned(plan);
    });
    openPage(Page::Live);
}

void BenchPlace::openPage(Page page)
{
    m_chips->button(static_cast<int>(page))->setChecked(true);
    m_pages->setCurrentIndex(static_cast<int>(page));
}

void BenchPlace::askImport(
    const QString& name, LogLook look, const PlainInstrument& instrument, std::size_t channel)
{
    m_import->ask(name, std::move(look), instrument, channel);
    m_chips->button(static_cast<int>(Page::Captures))->setChecked(true);
    m_pages->setCurrentWidget(m_import);
}

void BenchPlace::setChoices(const QList<PlayChoice>& choices, const QString& current)
{
    const QSignalBlocker blocker(m_source);
    m_source->clear();
    for (const auto& choice : choices)
        m_source->addItem(choice.words, choice.key);
    m_source->setCurrentIndex(std::max(0, m_source->findData(current)));
}

void BenchPlace::showView(const RunView& view)
{
    m_live->showView(view);
}

} // namespace fern::app
