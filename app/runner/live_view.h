#pragma once
// What the window shows of something that is listened to: a plain snapshot, made by the worker.

#include "io/link.h"
#include "judge/shown_check.h"
#include "reading/decoder.h"

#include <string>
#include <vector>

namespace fern::app {

/// A field of the stream, its newest value, and where it goes.
struct LiveFieldView {
    StreamField field;
    std::string channel; ///< id; empty when nobody wants it
    Tap tap = Tap::Reading;
    bool isShown = false; ///< what a reader shows: it is compared
};

struct LiveView {
    io::LinkReport report;
    std::string shape; ///< in words
    StreamCounts counts;
    StreamPace pace;
    std::vector<LiveFieldView> fields;
    std::vector<Told> lines; ///< the last ones, each with what it says
    std::vector<ShownPair> shown; ///< what the board says it shows, beside what it should
    double secondsSinceLine = 0; ///< since the newest one
};

} // namespace fern::app
