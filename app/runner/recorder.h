#pragma once
// The worker's recording: what the channels read goes into a file that grows.

#include "io/files.h"
#include "run/recording_csv.h"
#include "run/run_history.h"

#include <memory>

namespace fern::app {

/// A history that lets a recording hear the samples too.
class TappedHistory : public RunHistory {
public:
    using RunHistory::RunHistory;

    /// `recording` must outlive the history or be taken away with null.
    void tap(RecordingCsv* recording) { m_recording = recording; }
    void sampled(const SampleRecord& record) override
    {
        RunHistory::sampled(record);
        if (m_recording != nullptr)
            m_recording->sampled(record);
    }

private:
    RecordingCsv* m_recording = nullptr;
};

class Recorder {
public:
    /// Makes the file. Error names what is in the way.
    static Result<Recorder> begin(const PlainInstrument& instrument, const std::string& path);

    RecordingCsv& csv() { return *m_csv; }
    /// Writes what was sampled since the last time.
    Result<void> write(bool isEnd) { return m_file->append(m_csv->take(isEnd)); }

private:
    std::unique_ptr<RecordingCsv> m_csv;
    std::unique_ptr<io::GrowingFile> m_file;
};

} // namespace fern::app
