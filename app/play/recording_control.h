#pragma once
// Recording what the channels read into a capture of the instrument.

#include "app/document/capture_library.h"
#include "app/notice/notice_bar.h"
#include "app/play/play_control.h"

namespace fern::app {

class RecordingControl : public QObject {
    Q_OBJECT
public:
    RecordingControl(Document& document, CaptureLibrary& library, Runner& runner, PlayControl& play,
        NoticeBar& notice, QObject* parent);

    /// Begins a recording, or ends it. The instrument must have a file.
    void toggle();

Q_SIGNALS:
    /// There is no file beside which a capture could lie: it shall be saved, then asked again.
    void fileWanted();
    /// A capture shall be looked at.
    void captureWanted(const QString& id);

private:
    /// Says when a recording has ended, and what can be done with it.
    void hear(const RecordingView& recording);

    Document& m_document;
    CaptureLibrary& m_library;
    Runner& m_runner;
    PlayControl& m_play;
    NoticeBar& m_notice;
    StoredCapture m_recorded; ///< what is being recorded
    RecordingView m_heard; ///< last
};

} // namespace fern::app
