#pragma once
// The firmware of a display as it believes the part to be: it draws a page into its own memory, and
// says which transfers bring what lies in a box of it to the part. It does not change: what it
// holds of the glass is a value beside it.

#include "drive/spec.h"
#include "glass/display_spec.h"
#include "glass/transfer.h"
#include "screens/draw_page.h"

#include <memory>
#include <span>
#include <vector>

namespace fern {

struct DriverStep {
    Transfer transfer;
    double waits = 0; ///< seconds after it

    bool operator==(const DriverStep&) const = default;
};
using DriverSteps = std::vector<DriverStep>;

/// What a driver holds of the glass, row by row: bytes of eight pixels, codes of characters,
/// segments or colours, as its kind has them.
using Contents = std::vector<std::uint16_t>;

/// A box of elements, both ends within.
struct ElementBox {
    int left = 0, top = 0, right = 0, bottom = 0;

    bool operator==(const ElementBox&) const = default;
};

/// What a driver is made of.
struct DriverSetup {
    DisplaySpec part; ///< as it is
    DriverSpec driver;
    int address = 0; ///< of the part on its I²C bus

    /// Where the driver looks for the part.
    int believedAddress() const { return driver.address != 0 ? driver.address : address; }
    /// How it turns what it draws.
    Rotation rotation() const
    {
        return driver.turned == DriverTurn::AsBuiltIn
            ? part.turned
            : static_cast<Rotation>(static_cast<int>(driver.turned) - 1);
    }
    /// How bright it makes the part, 0 to 1.
    double light() const { return has(DriverMistake::LightOff) ? 0 : driver.brightness / 100.0; }
    bool has(DriverMistake mistake) const { return driver.has(mistake); }
};

class DisplayDriver {
public:
    virtual ~DisplayDriver() = default;

    /// Elements of its memory.
    virtual int columns() const = 0;
    virtual int rows() const = 0;
    /// The size that it takes the part to have, in what the part is counted in.
    virtual GlassSize size() const { return {columns(), rows()}; }
    /// The memory with nothing drawn.
    Contents blank() const;
    ElementBox whole() const { return {0, 0, columns() - 1, rows() - 1}; }

    /// Draws a page over what stands there.
    virtual void draw(Contents& onto, const Page& page, const PageContent& content) const = 0;
    /// What sets the part up after it was switched on.
    virtual DriverSteps begin() const = 0;
    /// What makes the part as bright as a share of all, 0 to 1; nothing where it cannot be dimmed.
    virtual DriverSteps light(double /*share*/) const { return {}; }
    /// What gives the part the signs of one's own that a page needs.
    virtual DriverSteps prepare(const Page& /*page*/) const { return {}; }
    /// What brings the box of the memory to the part.
    virtual DriverSteps write(const Contents& contents, const ElementBox& box) const = 0;
    /// What makes all of the part blank.
    virtual DriverSteps clear() const { return write(blank(), whole()); }
    /// What lets the part show what was written, where that is not so at once.
    virtual DriverSteps show(bool /*isPartial*/) const { return {}; }
    /// The level of an element that shows nothing.
    virtual std::uint16_t blankElement() const { return 0; }
};

std::shared_ptr<const DisplayDriver> makeDriver(const DriverSetup& setup);

/// Returns the ways in which displays of a kind can be redrawn, the usual one first.
std::span<const RedrawStrategy> strategiesOf(const DisplaySpec& part);

/// Returns what a strategy is called for displays of a kind: "changed cells" of a character display
/// are "changed bytes" of pixels.
std::string_view strategyWords(const DisplaySpec& part, RedrawStrategy strategy);

/// Returns the wished strategy where the kind has it, else the usual one.
RedrawStrategy strategyFor(const DisplaySpec& part, RedrawStrategy wished);

/// Returns a redraw: what brings the part from the old contents to the new ones. Without old ones
/// all is sent.
DriverSteps redrawSteps(const DisplayDriver& driver, RedrawStrategy strategy,
    const std::optional<Contents>& old, const Contents& now);

/// Returns the bytes of all transfers.
std::size_t byteCount(const DriverSteps& steps);

} // namespace fern
