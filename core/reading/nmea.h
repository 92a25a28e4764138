#pragma once
// NMEA 0183 sentences, and what a receiver says with them. Sentences without a checksum, or with a
// wrong one, are refused and counted: a bit that flipped would be a wrong number.

#include "base/result.h"
#include "reading/line_cutter.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct NmeaSentence {
    std::string talker; ///< "GP", "GN"; empty of a proprietary sentence
    std::string type; ///< "RMC"
    std::vector<std::string> fields; ///< behind the address, as they stand

    bool operator==(const NmeaSentence&) const = default;
};

/// Reads the last sentence of a line: what stands before its "$" is noise, or the torn begin of
/// another one. NMEA 0183 allows 82 characters; receivers that tell more decimals send longer ones,
/// so up to 256 are read. Error says what is wrong: no "$" (or "!", of an encapsulated sentence),
/// too long, no checksum, a wrong one with both values, an address that is none.
Result<NmeaSentence> parseNmea(std::string_view line);

/// What is known from one sentence or from several; what is not told is empty. A void or invalid
/// sentence tells that there is no fix, and nothing else but time and date.
struct ReceiverState {
    std::optional<bool> hasFix;
    std::optional<int> quality; ///< of GGA: 0 no fix, 1 fix, 2 differential …
    std::optional<double> latitude, longitude; ///< degrees, north and east positive
    std::optional<double> speed; ///< knot, as it is told
    std::optional<double> course; ///< degrees from true north
    std::optional<double> altitude; ///< metre above mean sea level
    std::optional<int> satellitesUsed, satellitesInView;
    std::optional<double> dilution; ///< horizontal
    std::optional<double> secondOfDay; ///< UTC
    std::string date; ///< UTC, ISO 8601

    bool operator==(const ReceiverState&) const = default;
};

/// Returns what one sentence says; types that are not known say nothing.
ReceiverState stateOf(const NmeaSentence& sentence);

/// Adds news to what is known. When the fix is lost, position, speed, course and altitude are
/// unknown at once; what does not say whether there is a fix (VTG) tells none of them until there
/// is one again.
void merge(ReceiverState& state, const ReceiverState& news);

/// Follows a receiver's stream of bytes.
class ReceiverDecoder {
public:
    /// Takes the next bytes; returns how many good sentences they completed.
    int feed(std::string_view bytes);

    /// What the receiver said last of each thing. When it loses its fix, position, speed, course
    /// and altitude are unknown at once.
    const ReceiverState& state() const { return m_state; }
    int goodCount() const { return m_good; }
    int badCount() const { return m_bad; } ///< wrong checksums, torn and foreign lines
    std::size_t tooLongCount() const { return m_lines.tooLongCount(); }

private:
    LineCutter m_lines{256}; // so that several sentences run together are told apart from noise
    ReceiverState m_state;
    int m_good = 0;
    int m_bad = 0;
};

} // namespace fern
