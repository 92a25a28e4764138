#pragma once
// What a channel begins with, before anybody has run it.

#include "glass/face.h"
#include "instrument/instrument.h"

#include <functional>
#include <memory>
#include <string>

namespace fern {

struct FirstLook {
    std::shared_ptr<const GlassPicture> picture; ///< of its first number; null without a redraw
    std::string
        words; ///< resistors, one count and the uncertainty (k = 2), at the top of the range
};

/// Runs the instrument's last channel until its first number or text is seen, 60 s at most, or
/// until `stops` says so, which is asked once a simulated second. The channel must be shown on a
/// page.
FirstLook firstLookAtLast(const Instrument& in, const std::function<bool()>& stops = {});

} // namespace fern
