#pragma once
// A display as the part is: it takes the bytes of its own bus, one transfer after another, keeps
// its controller's memory and settings, and says what can be seen. Nothing else changes what is
// seen.

#include "glass/face.h"
#include "glass/transfer.h"

#include <memory>
#include <string>
#include <vector>

namespace fern {

class GlassPart {
public:
    virtual ~GlassPart() = default;
    virtual std::unique_ptr<GlassPart> clone() const = 0;

    /// Lets power come: where a part has a memory, noise stands in it until it is written. A part
    /// that was just made has an empty one.
    virtual void powerOn() { }
    /// Takes a transfer whose last byte has come at `at`, which never goes back. What is not for
    /// it, or no bytes of its kind, is passed over.
    virtual void take(const Transfer& transfer, Ticks at) = 0;
    /// Returns what is seen at an instant, which is not before its last transfer.
    virtual GlassPicture seen(Ticks at) const = 0;
    /// Returns what can be read as characters, row by row; nothing of a glass of pixels.
    virtual std::vector<std::string> text() const { return {}; }
    /// Until when it hears nothing, because it refreshes.
    virtual Ticks busyUntil() const { return {}; }
    /// The largest steady voltage at a segment, as a share of the supply: it harms liquid crystal.
    virtual double steadyShare() const { return 0; }
};

} // namespace fern
