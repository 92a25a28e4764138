#pragma once
// What a real board says that it shows, beside what its raw value should show, and the likely cause
// of a difference.

#include "base/ticks.h"
#include "reading/stream_reader.h"
#include "run/firmware_run.h"

#include <deque>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct ShownPair {
    Ticks at;
    std::size_t reader = 0;
    std::string board; ///< what the board says, without blanks around it
    std::string ours; ///< what the same raw value shows here
    std::string cause; ///< in words; empty when both are the same

    bool operator==(const ShownPair&) const = default;
};

/// Returns the reader whose shown text a field is: "helm-volts.shown" by the reader's id, or
/// "battery.shown" by its channel's; nothing for other fields.
std::optional<std::size_t> shownReaderOf(const PlainInstrument& instrument, std::string_view field);

/// Compares the texts of a stream, one after the other.
class ShownCheck {
public:
    /// Compares what a line says is shown with what a run shows of the values that it has heard.
    std::vector<ShownPair> compare(
        const PlainInstrument& instrument, const FirmwareRun& run, const StreamLine& line);
    /// Compares one text. `exact` is the value before it is rounded, in the reader's unit; NaN for
    /// none.
    ShownPair compare(const PlainInstrument& instrument, const PlainReader& reader,
        std::size_t index, Ticks at, std::string_view board, std::string_view ours, double exact);

private:
    /// What one reader showed at an instant.
    struct Text {
        Ticks at;
        std::string text;
        double exact; ///< in the reader's unit; NaN for none
    };
    /// What one reader showed before.
    struct Before {
        std::deque<Text> ours;
        std::deque<double> ratios; ///< board over ours, where they differ clearly
    };
    /// Whether the board could show that: its text is from its last redraw, and between two lines
    /// it has samples that nobody was told of.
    static bool couldShow(const PlainInstrument& instrument, const PlainReader& reader,
        const ShownPair& pair, double exact, const Before& before);
    static std::string numberCause(const ShownPair& pair, double board, double ours, double exact,
        double digit, const Before& before);

    std::map<std::size_t, Before> m_before; ///< by reader
};

} // namespace fern
