#pragma once
// What the window shows of something that is listened to: a plain snapshot, made by the worker.

#include "io/link.h"
#include "judge/shown_check.h"
#include "reading/decoder.h"

#include <string>
#include <vector>

namespace fern::app {

enum class FieldUse {
    None,
    Routed, ///< to a channel at a tap
    Decoded, ///< read by the channel's own decoder, as on the board
    Compared, ///< what a reader shows
};

/// A field of the stream, its newest value, and where it goes.
struct LiveFieldView {
    StreamField field;
    FieldUse use = FieldUse::None;
    std::string channel; ///< id, of one that is routed or decoded
    Tap tap = Tap::Reading; ///< of one that is routed
};

struct LiveView {
    io::LinkReport report;
    std::string shape; ///< in words
    StreamCounts counts;
    std::size_t missingNumbers = 0; ///< fields that go to a channel and had none for it
    StreamPace pace;
    std::vector<LiveFieldView> fields;
    std::vector<Told> lines; ///< the last ones, each with what it says
    std::vector<ShownPair> shown; ///< what the board says it shows, beside what it should
    double secondsSinceLine = 0; ///< since the newest one
};

} // namespace fern::app
