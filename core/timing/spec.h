#pragma once
// What the file says about the firmware's loop.

#include "base/archive.h"

namespace fern {

struct TimingSpec {
    Quantity loopWait{0, "ms"}; ///< blocking wait at the end of each turn of the loop
    Extras extras;

    bool operator==(const TimingSpec&) const = default;
};

template <class Archive> void describe(Archive& a, TimingSpec& t)
{
    a.quantity("loopWait", t.loopWait, "s", {0, 60});
    a.extras(t.extras);
}

} // namespace fern
