#include "app/places/bench/capture_page.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/inputs.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "instrument/capture_edits.h"
#include "signal/csv.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QDateTime>
#include <QFileInfo>
#include <QPushButton>
#include <QSignalBlocker>
#include <QStackedLayout>

#include <chrono>
#include <set>

#include <fmt/format.h>

namespace fern::app {

namespace {

constexpr int listWidth = 200;

/// "2031-06-14 17:30", and below "59 min 59 s, 36000 rows"
QString factsOf(const StoredCapture& capture)
{
    const auto when = qText(capture.on).left(16).replace(QLatin1Char('T'), QLatin1Char(' '));
    return QObject::tr("%1\n%2, %3 rows")
        .arg(when, qText(durationText(inSi(capture.length))))
        .arg(capture.rows);
}

QString wordsOf(const Capture& capture, const Instrument& instrument)
{
    const auto* channel = findById(instrument.channels, capture.channel);
    return QObject::tr("%1, %2").arg(
        qText(channel == nullptr ? capture.channel : channel->name), qText(tapWord(capture.tap)));
}

/// What a file holds, ready to be drawn.
struct ReadCapture {
    std::vector<std::shared_ptr<const Series>> columns;
    QString faults; ///< what was left out, or why there is nothing
};

ReadCapture readCapture(const std::string& path, const io::Progress& progress)
{
    auto got = io::readRecording(path, progress);
    ReadCapture result;
    if (!got) {
        result.faults = qText(describe(got.error()));
        return result;
    }
    auto read = std::move(got).value();
    for (auto& capture : read.captures)
        result.columns.push_back(Series::of(std::move(capture)));
    result.faults = qText(io::leftOutText(read.faultCount, read.faults));
    return result;
}

} // namespace

CapturePage::CapturePage(
    Document& document, CaptureLibrary& library, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_library(library)
    , m_dialogs(dialogs)
    , m_reading(this)
    , m_figuring(this)
    , m_writing(this)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    row->addWidget(createList());
    row->addWidget(createView(), 1);
    m_settle.setSingleShot(true);
    m_settle.setInterval(std::chrono::milliseconds(150));
    connect(&m_settle, &QTimer::timeout, this, &CapturePage::readFigures);
    connect(&m_reading, &BackgroundJob::progressed, this,
        [this](double share) { showState(tr("Reading, %1 %").arg(std::lround(100 * share))); });
    connect(&document, &Document::changed, this, &CapturePage::showDocument);
    connect(&library, &CaptureLibrary::added, this, &CapturePage::open);
    // What is being written belongs to the instrument that was open.
    connect(&document, &Document::opened, &m_writing, &BackgroundJob::stop);
    showDocument();
}

QWidget* CapturePage::createList()
{
    auto* card = new Card(tr("Captures"), this);
    card->setFixedWidth(listWidth);
    m_list = new QListWidget(card);
    m_list->setObjectName(QStringLiteral("captures"));
    m_list->setAccessibleName(tr("Captures of this instrument"));
    m_list->setFrameShape(QFrame::NoFrame);
    m_list->setWordWrap(true);
    m_list->viewport()->setBackgroundRole(cardRole);
    card->body()->addWidget(m_list, 1);
    m_stray = new LinkButton({}, card);
    m_stray->setObjectName(QStringLiteral("strayCaptures"));
    m_stray->setToolTip(tr("Recordings that lie beside the instrument's file and stand in no list: "
                           "of a crash, or of an import that was undone"));
    card->body()->addWidget(m_stray);
    connect(m_stray, &QAbstractButton::clicked, this, &CapturePage::adopt);
    auto* import = new QPushButton(tr("Import a log…"), card);
    import->setObjectName(QStringLiteral("importLog"));
    import->setToolTip(tr("A table of numbers or a receiver's sentences, from any program"));
    card->body()->addWidget(import);
    connect(import, &QPushButton::clicked, this, &CapturePage::importWanted);
    connect(m_list, &QListWidget::currentRowChanged, this, &CapturePage::showCapture);
    return card;
}

QWidget* CapturePage::createView()
{
    m_view = new Card({}, this);
    m_name = new CheckedEdit(m_view);
    m_name->setObjectName(QStringLiteral("captureName"));
    m_name->setAccessibleName(tr("Name of the capture"));
    m_note = new CheckedEdit(m_view);
    m_note->setObjectName(QStringLiteral("captureNote"));
    m_note->setAccessibleName(tr("Note on the capture"));
    m_note->setPlaceholderText(tr("note: where, what, what was odd"));
    m_columnBox = new QComboBox(m_view);
    m_columnBox->setObjectName(QStringLiteral("captureColumn"));
    m_columnBox->setAccessibleName(tr("Column that is shown"));
    m_columnBox->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_plot = new SeriesPlot(m_view);
    m_readout = new QLabel(m_view);
    m_readout->setObjectName(QStringLiteral("captureReadout"));
    m_readout->setMinimumWidth(1);
    m_readout->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_state = softLabel({}, m_view);
    m_state->setObjectName(QStringLiteral("captureState"));
    m_state->setWordWrap(true);
    m_figures = new CaptureFigures(m_view);
    auto* head = new QHBoxLayout;
    head->setSpacing(grid);
    head->addWidget(m_name, 2);
    head->addWidget(m_note, 3);
    m_view->body()->addLayout(head);
    auto* choice = new QHBoxLayout;
    choice->setSpacing(grid);
    choice->addWidget(softLabel(tr("Shows"), m_view));
    choice->addWidget(m_columnBox, 1);
    m_view->body()->addLayout(choice);
    m_view->body()->addWidget(m_plot, 3);
    m_view->body()->addWidget(m_readout);
    m_view->body()->addWidget(createWays(m_view));
    m_view->body()->addWidget(m_state);
    m_view->body()->addWidget(m_figures, 2);
    connect(m_name, &CheckedEdit::entered, this, [this](const QString& name) {
        if (current() != nullptr)
            m_library.rename(current()->id, name.toStdString());
    });
    connect(m_note, &CheckedEdit::entered, this, [this](const QString& note) {
        if (current() != nullptr)
            m_library.annotate(current()->id, note.toStdString());
    });
    connect(m_columnBox, &QComboBox::activated, this, &CapturePage::chooseColumn);
    connect(m_plot, &SeriesPlot::cursorsMoved, this, [this] {
        m_readout->setText(m_plot->readout());
        m_settle.start();
    });
    m_empty =
        softLabel(tr("Nothing is recorded yet. Press record in the bar below, or import a log; "
                     "it is kept beside the instrument's file and can be played again through "
                     "changed settings."),
            this);
    static_cast<QLabel*>(m_empty)->setWordWrap(true);
    m_empty->setObjectName(QStringLiteral("capturesEmpty"));
    auto* pages = new QWidget(this);
    auto* stack = new QVBoxLayout(pages);
    stack->setContentsMargins(0, 0, 0, 0);
    stack->addWidget(m_view, 1);
    stack->addWidget(m_empty);
    return pages;
}

QWidget* CapturePage::createWays(QWidget* parent)
{
    auto* ways = new QWidget(parent);
    auto* rows = new QVBoxLayout(ways);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(grid - 2);
    auto* stretch = new QHBoxLayout;
    auto* whole = new QHBoxLayout;
    for (auto* row : {stretch, whole}) {
        row->setSpacing(grid + 2);
        rows->addLayout(row);
    }
    const auto add = [&](QHBoxLayout* row, const QString& word, const char* name, auto method) {
        auto* link = new LinkButton(word, ways);
        link->setObjectName(QString::fromLatin1(name));
        row->addWidget(link);
        m_needsData << link;
        connect(link, &QAbstractButton::clicked, this, method);
        return link;
    };
    stretch->addWidget(softLabel(tr("From A to B"), ways));
    add(stretch, tr("Copy"), "copyStretch", [this] { copyValues(); });
    add(stretch, tr("Save…"), "exportCsv", [this] { exportCsv(); });
    add(stretch, tr("Trim to it"), "trimCapture", [this] { trim(); });
    stretch->addStretch(1);
    auto* play = new QPushButton(tr("Play"), ways);
    play->setObjectName(QStringLiteral("playCapture"));
    play->setToolTip(tr("Plays it through the instrument as it is now"));
    m_play = play;
    m_tap = new QComboBox(ways);
    m_tap->setObjectName(QStringLiteral("captureTap"));
    m_tap->setAccessibleName(tr("From where it is played"));
    whole->addWidget(play);
    whole->addWidget(m_tap);
    whole->addStretch(1);
    connect(play, &QPushButton::clicked, this, [this] {
        const auto* capture = current();
        if (capture == nullptr)
            return;
        const int tap = m_tap->currentData().toInt();
        Q_EMIT playWanted(
            qText(capture->id), tap < 0 ? std::nullopt : std::optional(static_cast<Tap>(tap)));
    });
    auto* speak = add(whole, tr("To a board…"), "speakCapture", [this] {
        if (current() != nullptr)
            Q_EMIT speakWanted(qText(current()->id));
    });
    speak->setToolTip(tr("A stand-in follows it and speaks to your own board"));
    add(whole, tr("Picture…"), "exportPicture", [this] { exportPicture(); });
    auto* remove = add(whole, tr("Delete"), "deleteCapture", [this] {
        if (current() != nullptr)
            m_library.remove(current()->id);
    });
    m_needsData.removeOne(remove); // one whose file is gone can be deleted too
    remove->setToolTip(tr("Moves it to the trash; undo brings it back"));
    return ways;
}

const StoredCapture* CapturePage::current() const
{
    const auto* item = m_list->currentItem();
    return item == nullptr ? nullptr
                           : findById(m_document.instrument().captures,
                               item->data(Qt::UserRole).toString().toStdString());
}

void CapturePage::open(const QString& id)
{
    for (int row = 0; row < m_list->count(); ++row)
        if (m_list->item(row)->data(Qt::UserRole).toString() == id)
            m_list->setCurrentRow(row);
}

void CapturePage::showDocument()
{
    const auto& captures = m_document.instrument().captures;
    const auto* item = m_list->currentItem();
    const auto chosen = item == nullptr ? QString() : item->data(Qt::UserRole).toString();
    {
        const QSignalBlocker blocker(m_list);
        m_list->clear();
        for (const auto& capture : captures) {
            auto* entry = new QListWidgetItem(
                qText(capture->name) + QLatin1Char('\n') + factsOf(*capture), m_list);
            entry->setData(Qt::UserRole, qText(capture->id));
            entry->setToolTip(qText(capture->note));
            if (qText(capture->id) == chosen)
                m_list->setCurrentItem(entry);
        }
        if (m_list->currentRow() < 0 && !captures.empty())
            m_list->setCurrentRow(static_cast<int>(captures.size()) - 1);
    }
    const auto stray = m_library.stray().size();
    m_stray->setText(stray == 1 ? tr("Add a found file") : tr("Add %1 found files").arg(stray));
    m_stray->setVisible(stray > 0);
    showCapture();
}

void CapturePage::showCapture()
{
    const auto* capture = current();
    m_view->setVisible(capture != nullptr);
    m_empty->setVisible(capture == nullptr);
    if (capture == nullptr) {
        m_loaded.clear();
        m_columns.clear();
        m_reading.stop();
        return;
    }
    m_name->showText(qText(capture->name));
    m_name->setToolTip(qText(capture->name));
    m_note->showText(qText(capture->note));
    m_note->setToolTip(qText(capture->note));
    if (const auto path = m_library.pathOf(capture->id); path != m_loaded) {
        m_loaded = path;
        load();
    }
}

void CapturePage::showState(const QString& words)
{
    m_state->setText(words);
    m_state->setVisible(!words.isEmpty());
}

void CapturePage::load()
{
    m_columns.clear();
    m_column = 0;
    showColumns();
    if (!QFileInfo::exists(qText(m_loaded))) {
        m_reading.stop();
        return showState(tr("Its file is gone: %1").arg(qText(m_loaded)));
    }
    showState(tr("Reading"));
    m_reading.start([this, path = m_loaded](const io::Progress& progress) -> BackgroundJob::Finish {
        auto read = std::make_shared<ReadCapture>(readCapture(path, progress));
        return [this, read] {
            m_columns = std::move(read->columns);
            showState(read->faults);
            showColumns();
        };
    });
}

void CapturePage::showColumns()
{
    m_columnBox->clear();
    m_tap->clear();
    std::set<Tap> taps;
    for (const auto& column : m_columns) {
        m_columnBox->addItem(wordsOf(column->capture, m_document.instrument()));
        taps.insert(column->capture.tap);
    }
    for (const auto tap : taps) // the one nearest to the world is the usual one
        m_tap->addItem((tap > Tap::Reading ? tr("from the %1 value on") : tr("from the %1 on"))
                           .arg(qText(tapWord(tap))),
            m_tap->count() == 0 ? -1 : static_cast<int>(tap));
    m_tap->setVisible(m_tap->count() > 1);
    m_columnBox->setEnabled(m_columns.size() > 1);
    m_play->setEnabled(!m_columns.empty());
    for (auto* widget : m_needsData)
        widget->setEnabled(!m_columns.empty());
    chooseColumn(0);
}

void CapturePage::chooseColumn(int index)
{
    m_column = static_cast<std::size_t>(index);
    m_plot->showSeries(m_column < m_columns.size() ? m_columns[m_column] : nullptr);
    readFigures();
}

void CapturePage::readFigures()
{
    m_settle.stop();
    if (m_column >= m_columns.size()) {
        m_figuring.stop();
        return m_figures->showFigures(nullptr, {});
    }
    const auto [from, to] = m_plot->cursors();
    m_figuring.start([this, series = m_columns[m_column], from = from, to = to](
                         const io::Progress& /*progress*/) -> BackgroundJob::Finish {
        auto figures = std::make_shared<StretchFigures>(StretchFigures::of(*series, from, to));
        return [this, series, figures] { m_figures->showFigures(series.get(), *figures); };
    });
}

void CapturePage::copyValues() const
{
    if (m_column >= m_columns.size())
        return;
    const auto& series = *m_columns[m_column];
    const auto [from, to] = m_plot->cursors();
    std::string text;
    for (auto i = series.indexAt(from); i < series.indexAfter(to); ++i)
        text += fmt::format(
            "{}\t{}\n", shortestText(series.seconds(i)), csvNumber(series.capture.values[i]));
    QApplication::clipboard()->setText(qText(text));
}

void CapturePage::exportPicture()
{
    const auto path =
        m_dialogs.fileToSave(this, tr("Save the picture"), m_name->text() + QStringLiteral(".png"));
    if (!path.isEmpty() && !m_plot->grab().save(path))
        Q_EMIT refused(tr("%1 cannot be written").arg(path));
}

void CapturePage::exportCsv()
{
    const auto path =
        m_dialogs.fileToSave(this, tr("Save the stretch"), m_name->text() + QStringLiteral(".csv"));
    if (!path.isEmpty())
        writeStretch(path.toStdString(), [this, path](const io::ImportReport& report) {
            showState(tr("%1 rows are saved in %2").arg(report.rows).arg(path));
        });
}

void CapturePage::trim()
{
    const auto* capture = current();
    if (capture == nullptr)
        return;
    const auto begun = m_library.begin(capture->name);
    if (!begun)
        return Q_EMIT refused(qText(begun.error().message));
    writeStretch(m_library.pathOf(begun->id),
        [this, trimmed = *capture, id = begun->id](const io::ImportReport& report) mutable {
            const auto old = std::exchange(trimmed.id, id);
            trimmed.rows = static_cast<int>(report.rows);
            trimmed.length = {report.seconds, "s"};
            m_library.replace(old, trimmed);
            open(qText(id));
        });
}

void CapturePage::adopt()
{
    std::vector<std::pair<std::string, std::string>> files; // ids and paths
    for (const auto& id : m_library.stray())
        files.emplace_back(id, m_library.pathOf(id));
    m_writing.start([this, files](const io::Progress& progress) -> BackgroundJob::Finish {
        std::vector<StoredCapture> found;
        QString fault;
        for (const auto& [id, path] : files) {
            const auto read = io::readRecording(path, progress);
            if (!read) {
                fault = qText(describe(read.error()));
                continue;
            }
            auto capture = storedCaptureOf(read->captures);
            capture.id = capture.name = id;
            capture.on =
                QFileInfo(qText(path)).lastModified().toUTC().toString(Qt::ISODate).toStdString();
            found.push_back(std::move(capture));
        }
        return [this, found, fault] {
            for (const auto& capture : found)
                m_library.add(capture);
            if (!fault.isEmpty())
                Q_EMIT refused(fault);
        };
    });
}

void CapturePage::writeStretch(
    const std::string& to, const std::function<void(const io::ImportReport&)>& done)
{
    const auto look = io::lookAtLogFile(m_loaded);
    const auto whole =
        look ? io::planOfRecording(m_loaded, *look) : Result<ImportPlan>(look.error());
    if (!whole)
        return Q_EMIT refused(qText(describe(whole.error())));
    auto plan = *whole;
    std::tie(plan.from, plan.to) = m_plot->cursors();
    m_writing.start([this, from = m_loaded, look = *look, plan, to, done](
                        const io::Progress& progress) -> BackgroundJob::Finish {
        const auto report = io::importLog(from, look, plan, to, progress);
        return [this, report, done] {
            if (report)
                done(*report);
            else
                Q_EMIT refused(qText(describe(report.error())));
        };
    });
}

} // namespace fern::app
