#include "app/play/recording_control.h"

#include "app/look/text.h"

#include <QDateTime>
#include <QFile>

#include <utility>

namespace fern::app {

RecordingControl::RecordingControl(Document& document, CaptureLibrary& library, Runner& runner,
    PlayControl& play, NoticeBar& notice, QObject* parent)
    : QObject(parent)
    , m_document(document)
    , m_library(library)
    , m_runner(runner)
    , m_play(play)
    , m_notice(notice)
{
    connect(&m_runner, &Runner::viewChanged, this, [this] { hear(m_runner.view()->recording); });
}

void RecordingControl::toggle()
{
    if (m_runner.view()->recording.isOn)
        return m_runner.record({});
    if (m_document.path().isEmpty())
        Q_EMIT fileWanted();
    if (m_document.path().isEmpty())
        return m_notice.refuse(tr(
            "Nothing is recorded: captures lie beside the instrument's file, so save it first."));
    const auto begun = m_library.begin(
        tr("Recording %1")
            .arg(QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-dd hh:mm:ss")))
            .toStdString());
    if (!begun)
        return m_notice.refuse(qText(describe(begun.error())));
    m_recorded = *begun;
    m_runner.record(m_library.pathOf(m_recorded.id));
}

void RecordingControl::hear(const RecordingView& recording)
{
    const auto before = std::exchange(m_heard, recording);
    if (recording.isOn || recording == before)
        return;
    if (!recording.error.empty()) {
        m_runner.record({});
        m_notice.refuse(tr("The recording has ended: %1").arg(qText(recording.error)));
    }
    if (recording.rows == 0) {
        QFile::remove(qText(recording.path));
        if (recording.error.empty())
            m_notice.refuse(tr("Nothing came while it was recorded."));
        return;
    }
    if (recording.path != m_library.pathOf(m_recorded.id)) // another file is open now
        return m_notice.tell(tr("%1 rows are recorded in %2, beside the instrument that was open.")
                                 .arg(recording.rows)
                                 .arg(qText(recording.path)));
    auto capture = m_recorded;
    capture.rows = static_cast<int>(recording.rows);
    capture.length = {recording.seconds, "s"};
    capture.columns = recording.columns;
    m_library.add(capture);
    if (recording.error.empty())
        m_notice.tell(
            tr("%1 rows are recorded as %2.").arg(recording.rows).arg(qText(capture.name)),
            {{tr("Play it"), [this, id = capture.id] { m_play.play(PlayedCapture{id}); }},
                {tr("Look at it"), [this, id = qText(capture.id)] { Q_EMIT captureWanted(id); }}});
}

} // namespace fern::app
