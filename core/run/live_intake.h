#pragma once
// What comes from a real instrument, or a stand-in of one, while it is listened to: bytes become
// samples of the channels that their fields are routed to, or go to a channel's own decoder.

#include "reading/stream_reader.h"
#include "run/firmware_run.h"
#include "run/live_log.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Where a field of the stream goes.
struct LiveRoute {
    std::size_t channel = 0;
    Tap tap = Tap::Reading;

    bool operator==(const LiveRoute&) const = default;
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

class LiveIntake {
public:
    LiveIntake() = default;

    /// Reads a chunk and delivers what it brings to a live run of the instrument. A field's number
    /// is in the channel's unit unless the field has one, a reading as it stands. Lines that a
    /// channel's decoder reads, of a receiver, another computer or its health, go there instead, as
    /// on the board; every byte goes to the decoder of a channel whose field in the file is "*".
    /// Returns the lines.
    std::vector<StreamLine> deliver(
        const PlainInstrument& instrument, const LiveChunk& chunk, FirmwareRun& run);

    /// Delivers to another run what has been delivered since its begin: the chunks before `until`.
    /// What follows a chunk that the run does not hear begins with a whole line.
    void deliverAgain(const LiveLog& log, std::size_t until, const PlainInstrument& instrument,
        FirmwareRun& run) const;

    /// Forgets a line that was begun.
    void forgetBegun() { m_stream.reset(); }

    const StreamReader& stream() const { return m_stream; }
    /// The newest value of every field, in the order in which they came first.
    const std::vector<StreamField>& fields() const { return m_fields; }
    /// How often a field that goes to a channel had no number for it.
    std::size_t missingNumbers() const { return m_missing; }
    /// Returns the channel whose own decoder reads a field, or nothing.
    std::optional<std::size_t> decoderOf(
        const PlainInstrument& instrument, std::string_view field) const;

private:
    /// The same form and fields, but nothing heard.
    LiveIntake anew() const;
    void remember(const StreamField& field);
    /// The field that the decoder of a channel reads; empty when it reads no such lines.
    std::string ownField(const PlainChannel& channel) const;
    bool hasField(std::string_view name) const;
    /// Whether the decoder of a channel reads lines of this stream.
    bool reads(const PlainChannel& channel) const;

    StreamReader m_stream;
    std::vector<StreamField> m_fields;
    std::size_t m_missing = 0;
};

} // namespace fern
