#pragma once
// What a board makes of the bytes that a device sends. Decoders take bytes only, in whatever pieces
// they arrive, from a simulated device as from a real port.

#include "base/ticks.h"
#include "world/device_spec.h"

#include <limits>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class ToldState {
    Good, ///< a reading
    NoValue, ///< the device says that it has none, such as a receiver without a fix
    Repeat, ///< a held key
    Held, ///< came within the hold-off
    Same, ///< a text that stood there before
    Other, ///< right, but about something else
    Bad, ///< torn, damaged or no number
};
inline constexpr Words<7> toldStateWords{
    "good", "no value", "repeat", "held off", "same", "not used", "bad"};

/// One line, sentence or code.
struct Told {
    Ticks at;
    std::string raw{}; ///< as it came; codes as hexadecimal digits
    std::string parsed{}; ///< what it says, or what is wrong with it
    ToldState state = ToldState::Bad;
    double number = std::numeric_limits<double>::quiet_NaN(); ///< in readingUnitOf()
    std::string text{}; ///< of a code or label
};

class Decoder {
public:
    virtual ~Decoder() = default;
    virtual std::unique_ptr<Decoder> clone() const = 0;

    /// Takes bytes that have arrived at `at`, not earlier than the ones before; returns what they
    /// completed.
    virtual std::vector<Told> feed(Ticks at, std::string_view bytes) = 0;
};

/// Returns the decoder of a told source; `shape` is that of its device's lines.
std::unique_ptr<Decoder> makeDecoder(const Source& source, const LineShape& shape = {});

} // namespace fern
