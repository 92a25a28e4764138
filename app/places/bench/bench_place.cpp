#include "app/places/bench/bench_place.h"

#include "app/dialogs/dialogs.h"
#include "app/document/capture_library.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/notice/notice_bar.h"
#include "app/play/play_control.h"
#include "io/recordings.h"

#include <QFileInfo>
#include <QPainterPath>
#include <QSignalBlocker>
#include <QStackedWidget>

namespace fern::app {

QPainterPath BenchPlace::mark()
{
    // A table that carries a seedling.
    QPainterPath path({3, 15});
    path.lineTo(21, 15);
    for (const double x : {5.5, 18.5}) {
        path.moveTo(x, 15);
        path.lineTo(x, 20.5);
    }
    path.moveTo(12, 15);
    path.lineTo(12, 9.5);
    path.moveTo(12, 10.5);
    path.cubicTo(8.6, 10.6, 6.8, 8.6, 6.6, 5.6);
    path.cubicTo(9.8, 5.6, 11.8, 7.2, 12, 10.5);
    path.moveTo(12, 9.5);
    path.cubicTo(15, 9.5, 16.8, 7.7, 17.2, 4.6);
    path.cubicTo(14, 4.6, 12.2, 6.4, 12, 9.5);
    return path;
}

BenchPlace::BenchPlace(House& house, QWidget* parent)
    : Place(parent)
    , m_house(house)
    , m_source(new QComboBox(this))
    , m_pages(new PageChips(this))
    , m_live(new LivePage(house.document, this))
    , m_devices(new DevicesPage(house.document, this))
    , m_library(new QStackedWidget(this))
    , m_captures(new CapturePage(house.document, house.library, house.dialogs, this))
    , m_standIn(new StandInPage(house.document, house.library, house.dialogs, this))
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
    m_source->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_source->setMinimumContentsLength(12);
    column->addWidget(head);
    const auto addPage = [&](const QString& word, const char* chipName, QWidget* page) {
        m_pages->addPage(word, QString::fromLatin1(chipName), page);
        column->addWidget(page, 1);
    };
    addPage(tr("Live"), "benchLive", m_live);
    addPage(tr("Devices"), "benchDevices", m_devices);
    addPage(tr("Captures"), "benchCaptures", m_library);
    addPage(tr("Stand in"), "benchStandIn", m_standIn);
    m_library->addWidget(m_captures);
    m_library->addWidget(m_import);
    auto* row = m_pages->row();
    row->addSpacing(2 * grid);
    row->addWidget(softLabel(tr("Comes from"), head));
    row->addWidget(m_source, 1);
    head->body()->addWidget(m_pages);
    auto& play = house.play;
    auto* notice = &house.notice;
    connect(m_pages, &PageChips::opened, this, [this] {
        m_import->leave();
        m_library->setCurrentWidget(m_captures);
    });
    connect(m_source, &QComboBox::activated, &play, &PlayControl::choose);
    connect(&play, &PlayControl::changed, this, &BenchPlace::showPlay);
    connect(&play, &PlayControl::listened, this,
        [this] { m_live->offerFaults(m_house.play.takesFaults()); });
    connect(m_live, &LivePage::faultsChosen, &play, &PlayControl::setFaults);
    connect(m_live, &LivePage::playWanted, &play, &PlayControl::play);
    connect(m_devices, &DevicesPage::channelWanted, this, [this](const QString& channel) {
        Q_EMIT wanted(
            {.place = QStringLiteral("Channels"), .channel = channel, .leaf = Leaf::Sensor});
    });
    connect(m_captures, &CapturePage::playWanted, &play,
        [&play](const QString& id, std::optional<Tap> tap) {
            play.play(PlayedCapture{id.toStdString(), tap});
        });
    connect(m_captures, &CapturePage::importWanted, this, &BenchPlace::chooseLog);
    connect(m_captures, &CapturePage::refused, notice, &NoticeBar::refuse);
    connect(m_captures, &CapturePage::speakWanted, this, [this](const QString& capture) {
        m_standIn->follow(capture);
        m_pages->open(m_standIn);
    });
    connect(m_import, &ImportSheet::cancelled, this, [this] { m_pages->open(m_library); });
    connect(m_import, &ImportSheet::accepted, this, [this](const ImportPlan& plan) {
        m_pages->open(m_library);
        importAs(plan);
    });
    for (auto* job : {&m_looking, &m_importing}) {
        connect(&house.document, &Document::opened, job,
            &BackgroundJob::stop); // it was for the instrument that was open
        notice->follow(*job);
    }
    m_live->offerFaults(play.takesFaults());
    showPlay();
}

void BenchPlace::turnTo(const Destination& there)
{
    const auto word = there.page.section(QLatin1Char('/'), 0, 0);
    m_pages->open(word);
    if (const auto capture = there.page.section(QLatin1Char('/'), 1); !capture.isEmpty())
        m_captures->open(capture);
}

void BenchPlace::showPlay()
{
    const QSignalBlocker blocker(m_source);
    m_source->clear();
    for (const auto& choice : m_house.play.choices())
        m_source->addItem(choice.words);
    m_source->setCurrentIndex(m_house.play.current());
}

void BenchPlace::chooseLog()
{
    const auto path = m_house.dialogs.fileToOpen(
        this, tr("Import a log"), tr("Logs (*.csv *.tsv *.txt *.log *.nmea);;All files (*)"));
    if (!path.isEmpty())
        importLog(path);
}

void BenchPlace::importLog(const QString& path)
{
    m_looking.start(
        [this, path](const io::Progress& /*progress*/) -> BackgroundJob::Finish {
            return [this, path, look = io::lookAtLogFile(path.toStdString())] { ask(path, look); };
        },
        tr("Looking at %1").arg(QFileInfo(path).fileName()));
}

void BenchPlace::ask(const QString& path, const Result<LogLook>& look)
{
    const auto plain = resolve(m_house.document.instrument(), m_house.play.scenario());
    if (!look || !plain)
        return m_house.notice.refuse(qText(describe(look ? plain.error() : look.error())));
    m_logPath = path;
    m_look = *look;
    m_pages->open(m_library);
    m_import->ask(path, *look, *plain, m_house.runner.view()->channel);
    m_library->setCurrentWidget(m_import);
}

void BenchPlace::importAs(const ImportPlan& plan)
{
    const auto begun = m_house.library.begin(QFileInfo(m_logPath).completeBaseName().toStdString());
    if (!begun)
        return m_house.notice.refuse(qText(describe(begun.error())));
    auto capture = *begun;
    for (const auto& target : plan.targets)
        capture.columns.push_back({target.channel, target.tap, target.unit, {}});
    m_importing.start(
        [this, capture, plan, look = m_look, from = m_logPath.toStdString(),
            to = m_house.library.pathOf(capture.id)](
            const io::Progress& progress) -> BackgroundJob::Finish {
            const auto report = io::importLog(from, look, plan, to, progress);
            return [this, capture, report]() mutable {
                if (!report)
                    return m_house.notice.refuse(qText(describe(report.error())));
                capture.rows = static_cast<int>(report->rows);
                capture.length = {report->seconds, "s"};
                m_house.library.add(capture);
                if (report->faultCount > 0)
                    m_house.notice.refuse(
                        qText(io::leftOutText(report->faultCount, report->faults)));
            };
        },
        tr("Importing %1").arg(QFileInfo(m_logPath).fileName()));
}

void BenchPlace::showView(const std::shared_ptr<const RunView>& view)
{
    m_live->showView(*view);
    m_devices->showView(*view);
}

} // namespace fern::app
