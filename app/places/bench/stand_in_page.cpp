#include "app/places/bench/stand_in_page.h"

#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "io/computer.h"
#include "io/files.h"
#include "io/recordings.h"
#include "io/serial_port.h"
#include "reading/stream_reader.h"
#include "run/played_log.h"

#include <QComboBox>
#include <QFileInfo>
#include <QGridLayout>
#include <QPushButton>
#include <QSignalBlocker>

#include <algorithm>
#include <chrono>
#include <cmath>

namespace fern::app {

namespace {

// What speaks, beside a kind of stand-in, as data of its box:
constexpr int thisComputer = -1;
constexpr int logFile = -2;

constexpr std::size_t largestLog = 256U << 20U; ///< bytes
const Ticks previewed = ticksFromSeconds(10);
const QString capturePrefix = QStringLiteral("capture ");

QString titleOf(StandInKind kind)
{
    switch (kind) {
    case StandInKind::Board:
        return QObject::tr("the board of this instrument");
    case StandInKind::Meter:
        return QObject::tr("a reference meter");
    case StandInKind::Pulses:
        return QObject::tr("a pulse counter");
    case StandInKind::Wheel:
        return QObject::tr("a wheel, pulse by pulse");
    case StandInKind::Receiver:
        return QObject::tr("a satellite receiver");
    case StandInKind::Remote:
        return QObject::tr("a remote control");
    case StandInKind::Scanner:
        return QObject::tr("a label scanner");
    case StandInKind::Node:
        return QObject::tr("a remote node");
    case StandInKind::Computer:
        return QObject::tr("a computer");
    case StandInKind::Lines:
        return QObject::tr("another computer's lines");
    }
    return {};
}

/// Whether a stand-in can follow a capture: a board reads any column, others want values of their
/// channel.
bool canFollow(const StoredCapture& capture, StandInKind kind, const std::string& channel)
{
    return kind == StandInKind::Board
        || std::any_of(
            capture.columns.begin(), capture.columns.end(), [&](const StoredColumn& column) {
                return column.channel == channel && tellsTruth(column.tap);
            });
}

/// The lines of what was sent, with what they say where their form is known.
std::vector<Told> linesOf(const std::vector<LiveChunk>& chunks)
{
    StreamReader reader;
    std::vector<Told> lines;
    for (const auto& chunk : chunks)
        for (const auto& line : reader.feed(chunk.at, chunk.bytes))
            lines.push_back(toldOf(line));
    if (!lines.empty())
        return lines;
    for (const auto& chunk : chunks) { // codes without any form, pulses
        const bool isPulse = chunk.bytes.front() == pulseByte;
        lines.push_back(
            {chunk.at, isPulse ? "pulse" : std::string(trimmed(chunk.bytes)), {}, ToldState::Good});
    }
    return lines;
}

/// Makes what speaks; error says what is in the way.
Result<std::unique_ptr<StandIn>> make(const Instrument& instrument, StandInSetting setting,
    const std::string& capture, const io::Progress& progress)
{
    if (!capture.empty()) {
        auto read = io::readRecording(capture, progress);
        if (!read)
            return read.error();
        auto recording = std::move(read).value();
        setting.course = std::move(recording.captures);
    }
    return makeStandIn(instrument, setting);
}

Result<std::unique_ptr<StandIn>> makeLog(const std::string& path)
{
    auto text = io::readFile(path, largestLog);
    if (!text)
        return text.error();
    return playedLog(*std::move(text));
}

} // namespace

void StandInPage::Row::setVisible(bool isVisible) const
{
    word->setVisible(isVisible);
    field->setVisible(isVisible);
}

StandInPage::StandInPage(
    Document& document, CaptureLibrary& library, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_library(library)
    , m_dialogs(dialogs)
    , m_making(this)
    , m_previewing(this)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    auto* card = new Card(tr("Stand in"), this);
    card->setSubtitle(tr("a simulated part speaks to your own board, so that its firmware is tried "
                         "on the desk"));
    fillSheet(*card);
    column->addWidget(card);
    m_sentCard = new Card(tr("Lines"), this);
    m_sent = new LineMonitor(m_sentCard);
    m_sent->setObjectName(QStringLiteral("speakerSent"));
    m_sentCard->body()->addWidget(m_sent, 1);
    column->addWidget(m_sentCard, 1);
    column->addStretch(0);
    m_sentCard->setVisible(false);
    m_look.setInterval(std::chrono::milliseconds(200));
    connect(&m_look, &QTimer::timeout, this, &StandInPage::showReport);
    connect(&document, &Document::changed, this, &StandInPage::showDocument);
    connect(&document, &Document::opened, this, &StandInPage::stop);
    showDocument();
    showWay();
}

void StandInPage::fillSheet(Card& card)
{
    auto* sheet = new QGridLayout;
    sheet->setHorizontalSpacing(grid + 4);
    sheet->setVerticalSpacing(grid - 2);
    sheet->setColumnStretch(1, 1);
    const auto addBox = [&](const QString& word, const char* name, QComboBox*& box) {
        box = new QComboBox(this);
        box->setObjectName(QString::fromLatin1(name));
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        return addRow(*sheet, word, box);
    };
    addBox(tr("Speaks"), "speakerKind", m_kind);
    m_channelRow = addBox(tr("For"), "speakerChannel", m_channel);
    m_courseRow = addBox(tr("Follows"), "speakerCourse", m_course);
    auto* where = new QWidget(this);
    auto* row = new QHBoxLayout(where);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    m_way = new QComboBox(where);
    m_way->setObjectName(QStringLiteral("speakerWay"));
    m_way->setAccessibleName(tr("Where it speaks"));
    m_way->addItems({tr("a pseudo-terminal"), tr("a serial port"), tr("a feed over HTTP")});
    m_address = new CheckedEdit(where);
    m_address->setObjectName(QStringLiteral("speakerAddress"));
    row->addWidget(m_way);
    row->addWidget(m_address, 1);
    addRow(*sheet, tr("On"), where);
    m_advice = softLabel({}, this);
    m_advice->setObjectName(QStringLiteral("speakerAdvice"));
    m_advice->setWordWrap(true);
    addRow(*sheet, {}, m_advice);
    m_faults = new FaultsRow(QStringLiteral("speaker"), this);
    addRow(*sheet, tr("Faults"), m_faults);
    auto* ways = new QWidget(this);
    auto* buttons = new QHBoxLayout(ways);
    buttons->setContentsMargins(0, 0, 0, 0);
    buttons->setSpacing(grid + 4);
    m_button = new QPushButton(tr("Speak"), ways);
    m_button->setObjectName(QStringLiteral("speakerButton"));
    m_state = wrappedLabel(ways, "speakerState");
    buttons->addWidget(m_button);
    buttons->addWidget(m_state, 1);
    card.body()->addLayout(sheet);
    card.body()->addWidget(ways);
    connect(m_kind, &QComboBox::activated, this, [this] {
        offerChannels();
        offerCourses();
        showAdvice();
        choose();
    });
    connect(m_channel, &QComboBox::activated, this, [this] {
        offerCourses();
        choose();
    });
    connect(m_course, &QComboBox::activated, this, &StandInPage::choose);
    connect(m_way, &QComboBox::activated, this, [this] {
        showWay();
        tell({});
    });
    connect(m_address, &CheckedEdit::entered, m_address, &CheckedEdit::showText);
    connect(m_button, &QPushButton::clicked, this, &StandInPage::toggle);
    connect(m_faults, &FaultsRow::chosen, this, [this](const io::StandInFaults& faults) {
        if (m_speaker)
            m_speaker->setFaults(faults);
        if (m_server)
            m_server->setFaults(faults);
    });
}

StandInPage::Row StandInPage::addRow(QGridLayout& sheet, const QString& word, QWidget* field)
{
    auto* label = softLabel(word, this);
    const int row = sheet.rowCount();
    sheet.addWidget(label, row, 0);
    sheet.addWidget(field, row, 1);
    if (field->accessibleName().isEmpty())
        field->setAccessibleName(word);
    return {label, field};
}

void StandInPage::showDocument()
{
    offerKinds();
    offerChannels();
    offerCourses();
    preview();
}

void StandInPage::offerKinds()
{
    const auto chosen = m_kind->currentData();
    m_kind->clear();
    const auto& instrument = m_document.instrument();
    for (const auto kind : standInsFor(instrument))
        m_kind->addItem(titleOf(kind), static_cast<int>(kind));
    if (m_kind->findData(static_cast<int>(StandInKind::Computer)) >= 0)
        m_kind->addItem(tr("this computer, its real health"), thisComputer);
    m_kind->addItem(tr("a log file, line by line…"), logFile);
    m_kind->setCurrentIndex(std::max(0, m_kind->findData(chosen)));
}

void StandInPage::offerChannels()
{
    const int kind = m_kind->currentData().toInt();
    const auto chosen = m_channel->currentData();
    m_channel->clear();
    if (kind >= 0)
        for (const auto& channel : channelsFor(m_document.instrument(), StandInKind(kind)))
            m_channel->addItem(qText(channel->name), qText(channel->id));
    m_channel->setCurrentIndex(std::max(0, m_channel->findData(chosen)));
    m_channelRow.setVisible(kind >= 0 && StandInKind(kind) != StandInKind::Board);
}

void StandInPage::offerCourses()
{
    const int kind = m_kind->currentData().toInt();
    const auto chosen = m_course->currentData();
    const auto channel = m_channel->currentData().toString().toStdString();
    const auto& instrument = m_document.instrument();
    m_course->clear();
    for (const auto& scenario : instrument.scenarios)
        m_course->addItem(tr("scenario: %1").arg(qText(scenario->name)), qText(scenario->id));
    if (kind >= 0)
        for (const auto& capture : instrument.captures)
            if (canFollow(*capture, StandInKind(kind), channel))
                m_course->addItem(tr("capture: %1").arg(qText(capture->name)),
                    capturePrefix + qText(capture->id));
    m_course->setCurrentIndex(std::max(0, m_course->findData(chosen)));
    m_courseRow.setVisible(kind >= 0);
}

void StandInPage::follow(const QString& capture)
{
    const auto wanted = capturePrefix + capture;
    for (int kind = 0; kind < m_kind->count() && m_course->currentData() != wanted; ++kind) {
        m_kind->setCurrentIndex(kind);
        offerChannels();
        offerCourses();
        m_course->setCurrentIndex(std::max(0, m_course->findData(wanted)));
    }
    m_button->setFocus();
}

StandInPage::Way StandInPage::way() const
{
    return static_cast<Way>(m_way->currentIndex());
}

/// Begins with an address that fits the way.
void StandInPage::showWay()
{
    m_address->setVisible(way() != Way::Terminal);
    if (way() == Way::Port) {
        const auto ports = io::serialPorts();
        m_address->setAccessibleName(tr("Path of the port and its speed in baud"));
        m_address->showText(
            (ports.empty() ? QStringLiteral("/dev/ttyUSB0") : qText(ports.front().path))
            + QStringLiteral(" 9600"));
    } else if (way() == Way::Http) {
        m_address->setAccessibleName(tr("Number of the port on this computer"));
        m_address->showText(QStringLiteral("8090"));
    }
    showAdvice();
}

void StandInPage::showAdvice()
{
    switch (way()) {
    case Way::Terminal:
        return m_advice->setText(
            tr("Another program on this computer opens it like a serial port."));
    case Way::Port:
        return m_advice->setText(
            tr("Path and speed. Join the adapter's transmit line with the board's receive pin, and "
               "both grounds, which are this computer's ground then. Mind the levels: a 5 V "
               "adapter can destroy a 3.3 V pin.")
            + (isWheel() ? tr(" Each pulse makes the transmit line low once, for five bits: join "
                              "it with the pin that counts.")
                         : QString()));
    case Way::Http:
        return m_advice->setText(tr("A port number; 0 is any free one. Only programs on this "
                                    "computer are answered."));
    }
}

bool StandInPage::isWheel() const
{
    return m_kind->currentData().toInt() == static_cast<int>(StandInKind::Wheel);
}

StandInSetting StandInPage::setting() const
{
    StandInSetting setting;
    setting.kind = StandInKind(m_kind->currentData().toInt());
    setting.channel = m_channel->currentData().toString().toStdString();
    if (const auto course = m_course->currentData().toString(); !course.startsWith(capturePrefix))
        setting.scenario = course.toStdString();
    return setting;
}

void StandInPage::toggle()
{
    if (isOn() || m_making.isRunning())
        return stop();
    start();
}

std::function<Result<std::unique_ptr<StandIn>>(const io::Progress&)> StandInPage::maker() const
{
    std::string capture;
    if (const auto course = m_course->currentData().toString(); course.startsWith(capturePrefix))
        capture = m_library.pathOf(course.mid(capturePrefix.size()).toStdString());
    return
        [instrument = m_document.instrument(), setting = setting(), capture](
            const io::Progress& progress) { return make(instrument, setting, capture, progress); };
}

void StandInPage::choose()
{
    tell({}); // what was refused before
    preview();
}

void StandInPage::preview()
{
    m_previewing.stop();
    if (isOn() || !isVisible())
        return;
    m_sentCard->setVisible(m_kind->currentData().toInt() >= 0);
    if (!m_sentCard->isVisible())
        return;
    m_sentCard->setSubtitle(tr("what it would send in its first ten seconds"));
    m_previewing.start(
        [making = maker(), this](const io::Progress& progress) -> BackgroundJob::Finish {
            const auto made = making(progress);
            std::vector<LiveChunk> first;
            if (made)
                for (auto& sent : (*made)->until(previewed))
                    first.push_back({sent.at, std::move(sent.bytes)});
            const auto words = made ? QString() : qText(describe(made.error()));
            return [this, lines = linesOf(first), words] {
                m_sent->showTold(lines);
                if (!words.isEmpty())
                    tell(words);
            };
        });
}

void StandInPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    preview();
}

void StandInPage::start()
{
    m_previewing.stop();
    const int kind = m_kind->currentData().toInt();
    if (kind == thisComputer)
        return speak(io::realComputer());
    auto making = maker();
    if (kind == logFile) {
        const auto log = m_dialogs.fileToOpen(
            this, tr("Send a log"), tr("Logs (*.csv *.tsv *.txt *.log *.nmea);;All files (*)"));
        if (log.isEmpty())
            return;
        making = [path = log.toStdString()](const io::Progress&) { return makeLog(path); };
    }
    tell(tr("Reading"));
    m_button->setText(tr("Stop"));
    setChoosable(false);
    m_making.start([this, making](const io::Progress& progress) -> BackgroundJob::Finish {
        auto made = std::make_shared<Result<std::unique_ptr<StandIn>>>(making(progress));
        return [this, made] {
            if (*made)
                return speak(std::move(*made).value());
            refuse(qText(describe(made->error())));
        };
    });
}

void StandInPage::speak(std::unique_ptr<StandIn> standIn)
{
    if (way() == Way::Http) {
        if (isWheel())
            return refuse(tr("A wheel makes pulses on a line: they cannot go over HTTP."));
        constexpr int mostPort = 65535;
        const auto port = parseNumber(m_address->text().trimmed().toStdString());
        if (!port || *port < 0 || *port > mostPort || *port != std::floor(*port))
            return refuse(tr("\"%1\" is no port number, 0 to 65535").arg(m_address->text()));
        auto server = io::FeedServer::open(std::move(standIn), "feed", static_cast<int>(*port));
        if (!server)
            return refuse(qText(server.error().message));
        m_server = std::move(server).value();
        m_server->setFaults(m_faults->faults());
    } else {
        io::Speaker::Open open = [] { return io::openTerminal(); };
        if (way() == Way::Port) {
            const auto port = io::parseSerialSetting(m_address->text().toStdString());
            if (!port)
                return refuse(qText(port.error().message));
            open = [port = *port] { return io::openPort(port.path, port.baud); };
        }
        m_speaker = io::Speaker::start(std::move(standIn), open);
        m_speaker->setFaults(m_faults->faults());
    }
    m_button->setText(tr("Stop"));
    setChoosable(false); // what speaks was made of it
    m_sentCard->setVisible(m_speaker != nullptr);
    m_sentCard->setSubtitle(tr("the newest below"));
    m_look.start();
    showReport();
}

void StandInPage::stop()
{
    m_look.stop();
    m_making.stop();
    m_speaker.reset();
    m_server.reset();
    m_button->setText(tr("Speak"));
    setChoosable(true);
    tell({});
    preview();
}

void StandInPage::setChoosable(bool isChoosable)
{
    for (QWidget* field : {m_kind, m_channel, m_course, m_way})
        field->setEnabled(isChoosable);
    m_address->setEnabled(isChoosable);
}

void StandInPage::tell(const QString& words)
{
    m_state->setText(words);
}

void StandInPage::refuse(const QString& words)
{
    stop();
    tell(words);
}

void StandInPage::showReport()
{
    if (m_server)
        return tell(tr("Answers at %1, %2 times so far")
                        .arg(qText(m_server->address()))
                        .arg(m_server->answers()));
    if (!m_speaker)
        return;
    const auto report = m_speaker->report();
    constexpr double late = 1; // seconds
    if (report.state == io::LinkState::Open)
        tell(tr("Speaks on %1, %2 bytes so far%3")
                 .arg(qText(report.words))
                 .arg(report.bytes)
                 .arg(report.behindSeconds < late
                         ? QString()
                         : tr(", %1 behind: the port is too slow for it")
                               .arg(qText(durationText(report.behindSeconds)))));
    else if (report.state != io::LinkState::Opening)
        tell(tr("%1. It is tried again.").arg(qText(report.words)));
    m_sent->showTold(linesOf(report.last));
}

} // namespace fern::app
