#include "app/places/bench/live_page.h"

#include "app/look/look.h"
#include "app/look/page_chips.h"
#include "app/look/text.h"
#include "base/number_text.h"

#include <QGridLayout>
#include <QPushButton>
#include <QSplitter>

#include <array>

namespace fern::app {

namespace {

QString countsText(const LiveView& live)
{
    const auto& c = live.counts;
    QStringList words{QObject::tr("%1 good").arg(c.good)};
    const auto add = [&](std::size_t n, const QString& what) {
        if (n > 0)
            words << what.arg(n);
    };
    add(c.bad, QObject::tr("%1 not understood"));
    add(c.tooLong, QObject::tr("%1 too long"));
    add(live.missingNumbers, QObject::tr("%1 times no number for a channel"));
    add(c.late, QObject::tr("%1 late"));
    add(live.report.lostBytes, QObject::tr("%1 bytes lost"));
    return words.join(QStringLiteral(", "));
}

QString paceText(const LiveView& live)
{
    if (live.pace.mean <= 0)
        return QObject::tr("not known yet");
    return QObject::tr("every %1, ±%2, at most %3 apart")
        .arg(qText(durationText(live.pace.mean)), qText(durationText(live.pace.jitter)),
            qText(durationText(live.pace.longest)));
}

QString stateText(const LiveView& live)
{
    auto words = qText(live.report.words);
    switch (live.report.state) {
    case io::LinkState::Opening:
        return QObject::tr("opening");
    case io::LinkState::Open:
        return live.secondsSinceLine > 3
            ? QObject::tr("%1, silent for %2")
                  .arg(words, qText(durationText(live.secondsSinceLine)))
            : words;
    case io::LinkState::Lost:
    case io::LinkState::Failed:
        return QObject::tr("%1. It is tried again.").arg(words);
    }
    return words;
}

} // namespace

LivePage::LivePage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_empty(new Card(tr("Nothing is heard"), this))
    , m_stateCard(new Card({}, this))
    , m_state(new LineLabel(LineLabel::Kind::Note, wordFont(13, true), this))
    , m_shape(new LineLabel(LineLabel::Kind::Note, wordFont(13), this))
    , m_counts(new LineLabel(LineLabel::Kind::Note, wordFont(13), this))
    , m_pace(new LineLabel(LineLabel::Kind::Note, wordFont(13), this))
    , m_faults(new FaultsRow(QStringLiteral("standIn"), this))
    , m_fieldsCard(new Card(tr("Fields"), this))
    , m_fields(new FieldTable(document, m_fieldsCard))
    , m_linesCard(new Card({}, this))
    , m_lines(new LineMonitor(m_linesCard))
    , m_shown(new ShownList(m_linesCard))
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    fillEmpty();
    column->addWidget(m_empty);
    fillState();
    column->addWidget(m_stateCard);
    m_fieldsCard->body()->addWidget(m_fields, 1);
    fillLines();
    auto* splitter = new QSplitter(Qt::Vertical, this);
    splitter->setHandleWidth(grid);
    splitter->setChildrenCollapsible(false);
    splitter->addWidget(m_fieldsCard);
    splitter->addWidget(m_linesCard);
    splitter->setSizes({260, 260});
    column->addWidget(splitter, 1);
    column->addStretch(0);
    showView({});
}

void LivePage::fillEmpty()
{
    m_empty->setObjectName(QStringLiteral("benchEmpty"));
    m_empty->setSubtitle(tr("the scenario drives the instrument"));
    struct Way {
        const char* objectName;
        QString word, about;
        Playing playing;
    };
    const std::array<Way, 3> ways{{
        {"openPort", tr("Listen to a port…"),
            tr("Your own board. Lines such as speed:4.2, depth:1.1 are understood, columns, JSON "
               "and sentences too; a field whose name is a channel's finds it by itself."),
            PlayedPort{}},
        {"openFeed", tr("Read a feed…"),
            tr("Values that a server in your network tells as JSON or text."), PlayedFeed{}},
        {"openStandIn", tr("Try a stand-in"),
            tr("The board of this instrument as the scenario would have it, to try everything "
               "without one."),
            PlayedStandIn{}},
    }};
    auto* sheet = new QGridLayout;
    sheet->setHorizontalSpacing(2 * grid);
    sheet->setVerticalSpacing(grid);
    sheet->setColumnStretch(1, 1);
    for (const auto& way : ways) {
        auto* button = new QPushButton(way.word, m_empty);
        button->setObjectName(QString::fromLatin1(way.objectName));
        auto* about = wrappedLabel(m_empty, "");
        about->setText(way.about);
        about->setForegroundRole(softRole);
        const int row = sheet->rowCount();
        sheet->addWidget(button, row, 0, Qt::AlignTop);
        sheet->addWidget(about, row, 1);
        connect(button, &QPushButton::clicked, this,
            [this, what = way.playing] { Q_EMIT playWanted(what); });
    }
    m_empty->body()->addLayout(sheet);
}

void LivePage::fillState()
{
    auto* sheet = new QGridLayout;
    sheet->setHorizontalSpacing(grid + 4);
    sheet->setVerticalSpacing(grid - 4);
    sheet->setColumnStretch(1, 1);
    int row = 0;
    const auto addRow = [&](const QString& word, QWidget* widget, const char* name) {
        widget->setObjectName(QString::fromLatin1(name));
        auto* label = softLabel(word, this);
        sheet->addWidget(label, row, 0);
        sheet->addWidget(widget, row++, 1);
        return label;
    };
    addRow(tr("State"), m_state, "liveState");
    addRow(tr("Form"), m_shape, "liveShape");
    addRow(tr("Heard"), m_counts, "liveCounts");
    addRow(tr("Pace"), m_pace, "livePace");
    connect(m_faults, &FaultsRow::chosen, this, &LivePage::faultsChosen);
    m_faultsWord = addRow(tr("Faults"), m_faults, "standInFaults");
    m_stateCard->body()->addLayout(sheet);
}

void LivePage::fillLines()
{
    m_lines->setObjectName(QStringLiteral("liveMonitor"));
    auto* pages = new PageChips(m_linesCard);
    pages->addPage(tr("Lines"), QStringLiteral("liveLines"), m_lines);
    pages->addPage(tr("Serial against glass"), QStringLiteral("liveShown"), m_shown);
    pages->row()->addStretch(1);
    m_linesCard->body()->addWidget(pages);
    for (QWidget* page : {static_cast<QWidget*>(m_lines), static_cast<QWidget*>(m_shown)})
        m_linesCard->body()->addWidget(page, 1);
}

void LivePage::offerFaults(bool isStandIn)
{
    m_faults->setVisible(isStandIn);
    m_faultsWord->setVisible(isStandIn);
    m_faults->reset();
}

void LivePage::showView(const RunView& view)
{
    const bool isLive = view.live != nullptr;
    m_empty->setVisible(!isLive);
    for (auto* card : {m_stateCard, m_fieldsCard, m_linesCard})
        card->setVisible(isLive);
    if (!isLive)
        return;
    const auto& live = *view.live;
    m_state->setText(stateText(live));
    m_shape->setText(qText(live.shape));
    m_counts->setText(countsText(live));
    m_pace->setText(paceText(live));
    m_fields->showFields(live.fields);
    m_lines->showTold(live.lines);
    if (m_shown->isVisible())
        m_shown->showPairs(view);
}

} // namespace fern::app
