#pragma once
// What comes from a real instrument, or a stand-in of one, while it is listened to: bytes with the
// time when they came become samples of the channels that their fields are routed to.

#include "instrument/resolve.h"
#include "reading/stream_reader.h"
#include "run/channel_run.h"
#include "signal/tap.h"

#include <deque>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Bytes and the time when they came, since the port was opened.
struct LiveChunk {
    Ticks at;
    std::string bytes;
    bool isNewBegin = false; ///< the port was opened again: a line that was begun is lost
};

/// Where a field of the stream goes.
struct LiveRoute {
    std::string field;
    std::size_t channel = 0;
    Tap tap = Tap::Reading;

    bool operator==(const LiveRoute&) const = default;
};

/// A number for a channel.
struct LiveSample {
    std::size_t channel = 0;
    Tap tap = Tap::Reading;
    Ticks at;
    double value = notThere; ///< SI units; a reading as it stands
};

/// Returns where a field goes: to the channel that names it in the file, otherwise to the one whose
/// id or name it is, or "channel.tap"; nothing for a field that nobody wants.
std::optional<LiveRoute> routeOf(const PlainInstrument& instrument, std::string_view field);

/// Returns what a board usually tells of a source: the codes of a converter, else the number
/// itself.
constexpr Tap usualTap(SourceKind kind)
{
    return isConverted(kind) ? Tap::Reading : Tap::Scaled;
}

/// Returns whether a channel listens to the bytes themselves, as its decoder does on the board: a
/// receiver, lines or a computer's health; other told sources when they name the field "*".
bool listensToBytes(const Source& source);

class LiveIntake {
public:
    /// What one chunk brought.
    struct Heard {
        std::vector<StreamLine> lines;
        std::vector<LiveSample> samples;
    };
    /// Reads a chunk; the routes follow the instrument as it is now.
    Heard feed(const PlainInstrument& instrument, const LiveChunk& chunk);

    const StreamReader& stream() const { return m_stream; }
    /// The newest value of every field, in the order in which they came first.
    const std::vector<StreamField>& fields() const { return m_fields; }

private:
    void remember(const StreamField& field);

    StreamReader m_stream;
    std::vector<StreamField> m_fields;
};

/// The last of what was heard, so that a changed instrument can hear it again.
class LiveLog {
public:
    void add(LiveChunk chunk);
    /// The chunks from an instant on.
    std::vector<LiveChunk> since(Ticks at) const;
    std::size_t bytes() const { return m_bytes; }

private:
    std::deque<LiveChunk> m_chunks;
    std::size_t m_bytes = 0;
};

} // namespace fern
