#include "app/places/channels/glass/transfer_page.h"

#include "app/glass/glass_view.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "base/quantity_text.h"
#include "drive/transfer_words.h"
#include "glass/parts/make_part.h"
#include "glass/recorded_bytes.h"
#include "io/files.h"

#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

namespace {

constexpr std::size_t mostBytesShown = 16;
constexpr std::size_t mostRecorded = 64U << 20U; ///< bytes of a file
constexpr int mostListed = 20000; ///< transfers
constexpr int rowHeight = 24, widestWords = 260; ///< pixels

/// What the instrument sends when it is switched on and draws its page once.
std::vector<TimedTransfer> ownTransfers(
    const DisplayFirmware& firmware, const Page& page, const PageContent& content)
{
    auto steps = firmware.begin();
    auto prepared = firmware.prepare(page);
    auto redraw = firmware.redraw({}, firmware.drawn({}, page, content));
    std::vector<TimedTransfer> own;
    for (auto* part : {&steps, &prepared, &redraw})
        for (auto& step : *part)
            own.push_back({{}, std::move(step.transfer)});
    return own;
}

/// The bytes of the last redraws.
QString lastCounts(const std::vector<SentRecord>& sent)
{
    const bool isAlike = std::all_of(sent.begin(), sent.end(),
        [&](const SentRecord& record) { return record.bytes == sent.back().bytes; });
    if (isAlike)
        return TransferPage::tr("So did the last %1.").arg(sent.size());
    QStringList counts;
    for (const auto& record : sent)
        counts << QString::number(record.bytes);
    return TransferPage::tr("The last redraws sent %1 bytes.")
        .arg(counts.join(QStringLiteral(", ")));
}

bool isSame(const TimedTransfer& a, const TimedTransfer& b)
{
    return a.transfer.kind == b.transfer.kind && a.transfer.bytes == b.transfer.bytes;
}

} // namespace

TransferPage::TransferPage(Dialogs& dialogs, QWidget* parent)
    : QWidget(parent)
    , m_dialogs(dialogs)
    , m_summary(softLabel({}, this))
    , m_table(new QTableWidget(0, 4, this))
    , m_slider(new QSlider(Qt::Horizontal, this))
    , m_where(softLabel({}, this))
    , m_glass(new GlassView(this))
    , m_newest(new QPushButton(tr("Newest redraw"), this))
{
    m_summary->setObjectName(QStringLiteral("transferSummary"));
    m_summary->setWordWrap(true);
    m_table->setObjectName(QStringLiteral("transfers"));
    m_table->setAccessibleName(tr("Transfers"));
    m_table->setHorizontalHeaderLabels({tr("after"), tr("what it says"), tr("kind"), tr("bytes")});
    m_table->verticalHeader()->hide();
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setTabKeyNavigation(false);
    m_table->setWordWrap(false);
    m_table->verticalHeader()->setDefaultSectionSize(rowHeight);
    m_table->horizontalHeader()->setStretchLastSection(true);
    m_slider->setObjectName(QStringLiteral("transferSlider"));
    m_slider->setAccessibleName(tr("Stop after so many transfers"));
    m_glass->setObjectName(QStringLiteral("glassBetween"));
    m_glass->setFocusPolicy(Qt::NoFocus);
    m_glass->setMostHeight(160);
    m_newest->setObjectName(QStringLiteral("newestRedraw"));
    auto* play = new QPushButton(tr("Play recorded bytes…"), this);
    play->setObjectName(QStringLiteral("playBytes"));
    play->setToolTip(tr("A table of t_s, kind and bytes that a logic analyser wrote"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("Transfers"), this);
    card->addTool(m_newest);
    card->addTool(play);
    column->addWidget(card, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    auto* left = new QVBoxLayout;
    left->addWidget(m_summary);
    left->addWidget(m_table, 1);
    row->addLayout(left, 3);
    auto* right = new QVBoxLayout;
    right->addWidget(m_glass);
    right->addWidget(m_slider);
    right->addWidget(m_where);
    right->addStretch(1);
    row->addLayout(right, 2);
    card->body()->addLayout(row, 1);
    connect(m_newest, &QPushButton::clicked, this, &TransferPage::showNewest);
    connect(play, &QPushButton::clicked, this, &TransferPage::playRecorded);
    connect(m_slider, &QSlider::valueChanged, this, &TransferPage::stopAfter);
    // Whoever looks at one of them holds them all.
    connect(m_slider, &QSlider::sliderPressed, this, [this] { m_isHeld = true; });
    connect(m_slider, &QSlider::actionTriggered, this, [this] { m_isHeld = true; });
    connect(m_table, &QTableWidget::currentCellChanged, this, [this](int to) {
        if (to < 0 || !m_table->hasFocus())
            return;
        m_isHeld = true;
        m_slider->setValue(to + 1);
    });
}

void TransferPage::showView(const RunView& view)
{
    const auto& display = view.plain().displays[view.choice->display];
    const auto& moment = view.glass[view.choice->display];
    const auto newest = [](const GlassMoment& m) {
        return m.sent.empty() ? nullptr : m.sent.back().heard;
    };
    const bool isOther = display.id != m_display.id;
    const bool isSame = !isOther && m_table->rowCount() > 0 && newest(moment) == newest(m_moment);
    m_display = display;
    m_moment = moment;
    m_content = contentShown(view.plain(), display, m_moment);
    if (isOther)
        m_isHeld = false;
    if (!isSame)
        m_blanking = blankingOf(view.plain(), display, m_moment);
    if (!m_isHeld && !isSame)
        showNewest();
}

void TransferPage::showNewest()
{
    m_isHeld = false;
    if (m_moment.sent.empty() || !m_moment.sent.back().heard)
        return list({}, nullptr, tr("Nothing was sent yet."), 0);
    // Where nothing had changed nothing was sent: the redraw before says more.
    const auto& all = m_moment.sent;
    const auto& before = all[all.size() > 1 ? all.size() - 2 : 0];
    const auto& record = all.back().transfers == 0 && before.heard ? before : all.back();
    auto words = record.transfers == 0
        ? tr("Nothing had changed, so nothing was sent. %1").arg(lastCounts(all))
        : tr("%1 in %2, within %3. %4")
              .arg(qText(countText(static_cast<long long>(record.bytes), "byte")),
                  qText(countText(static_cast<long long>(record.transfers), "transfer")),
                  qText(durationText(inSeconds(record.to - record.from))), lastCounts(all));
    if (m_blanking && m_blanking->seconds > 0)
        words += tr(" Something else than the old or the new page is seen for %1, %2 % of the "
                    "time%3.")
                     .arg(qText(durationText(m_blanking->seconds)),
                         qText(significantText(100 * m_blanking->share, 2)), blankFields());
    m_from = record.from;
    list(*record.heard, record.before->clone(), words, -1);
}

/// Each field that is dark or torn for a while, the longest first.
QString TransferPage::blankFields() const
{
    std::vector<std::pair<double, QString>> fields;
    for (std::size_t i = 0; i < m_blanking->fields.size(); ++i)
        if (m_blanking->fields[i] > 0)
            fields.emplace_back(
                m_blanking->fields[i], qText(pageShown(m_display, m_moment)->fields[i].id));
    std::sort(fields.rbegin(), fields.rend());
    QString words;
    for (const auto& [seconds, id] : fields)
        words += tr(", %1 for %2").arg(id, qText(durationText(seconds)));
    return words;
}

void TransferPage::playRecorded()
{
    const auto path = m_dialogs.fileToOpen(
        this, tr("Play recorded bytes"), tr("Recorded bytes (*.csv);;All files (*)"));
    if (path.isEmpty())
        return;
    const auto file = io::readFile(path.toStdString(), mostRecorded);
    auto read = file ? parseRecordedBytes(*file) : Result<std::vector<TimedTransfer>>(file.error());
    if (!read)
        return Q_EMIT refused(qText(read.error().message));
    if (read->size() > mostListed)
        return Q_EMIT refused(tr("There are %1 transfers, more than the %2 that can be listed; "
                                 "cut the recording.")
                                  .arg(read->size())
                                  .arg(mostListed));
    const auto& firmware = *m_display.firmware;
    const auto own = ownTransfers(firmware, m_display.page, m_content);
    const auto [mine, other] =
        std::mismatch(own.begin(), own.end(), read->begin(), read->end(), isSame);
    const auto differs = static_cast<int>(other - read->begin());
    const bool isAlike = other == read->end();
    const auto words = isAlike
        ? tr("%1 as this instrument would send them.").arg(qText(countText(differs, "transfer")))
        : tr("Transfer %1 is the first that differs: this instrument would send %2.")
              .arg(differs + 1)
              .arg(mine == own.end() ? tr("nothing more")
                                     : qText(hexText(mine->transfer.bytes, mostBytesShown)));
    m_isHeld = true;
    m_from = read->empty() ? Ticks{} : read->front().at;
    const auto& setup = firmware.setup();
    list(*std::move(read), makeGlassPart(setup.part, setup.address), words, isAlike ? -1 : differs);
}

void TransferPage::list(std::vector<TimedTransfer> transfers, std::unique_ptr<GlassPart> before,
    const QString& summary, int differs)
{
    m_transfers = std::move(transfers);
    m_before = std::move(before);
    m_summary->setText(summary);
    m_newest->setEnabled(m_isHeld);
    const auto words = m_transfers.empty()
        ? std::vector<std::string>()
        : transferWords(m_display.firmware->setup().part, m_transfers);
    m_table->setRowCount(static_cast<int>(m_transfers.size()));
    for (std::size_t i = 0; i < m_transfers.size(); ++i) {
        const auto& [at, transfer] = m_transfers[i];
        const auto kind = transferKindWords[static_cast<std::size_t>(transfer.kind)];
        const std::array<QString, 4> texts{qText(durationText(inSeconds(at - m_from))),
            qText(words[i]), qText(kind), qText(hexText(transfer.bytes, mostBytesShown))};
        for (int cell = 0; cell < 4; ++cell) {
            auto* item = new QTableWidgetItem(texts[static_cast<std::size_t>(cell)]);
            if (cell == 3)
                item->setFont(codeFont(12));
            if (static_cast<int>(i) == differs) {
                item->setBackground(tokens().pale);
                item->setToolTip(summary);
            }
            m_table->setItem(static_cast<int>(i), cell, item);
        }
    }
    m_table->resizeColumnsToContents();
    auto* header = m_table->horizontalHeader();
    header->resizeSection(1, std::min(widestWords, header->sectionSize(1)));
    header->resizeSection(3, 0); // it takes the room that is left
    const QSignalBlocker blocker(m_slider);
    const auto count = static_cast<int>(m_transfers.size());
    m_slider->setRange(0, count);
    m_slider->setValue(differs >= 0 ? differs + 1 : count);
    stopAfter(m_slider->value());
}

void TransferPage::stopAfter(int count)
{
    m_newest->setEnabled(m_isHeld);
    if (!m_before) {
        m_glass->showPicture(nullptr);
        return m_where->setText({});
    }
    const auto part = m_before->clone();
    auto at = m_from;
    for (int i = 0; i < count; ++i) {
        const auto& [when, transfer] = m_transfers[static_cast<std::size_t>(i)];
        part->take(transfer, at = when);
    }
    const bool isAll = count == static_cast<int>(m_transfers.size());
    m_glass->showPicture(std::make_shared<const GlassPicture>(
        part->seen(isAll ? std::max(at, part->busyUntil()) : at)));
    m_where->setText(tr("after %1 of %2, at %3")
                         .arg(count)
                         .arg(m_transfers.size())
                         .arg(qText(durationText(inSeconds(at - m_from)))));
    if (m_isHeld && count > 0) {
        const QSignalBlocker blocker(m_table);
        m_table->selectRow(count - 1);
    }
}

} // namespace fern::app
