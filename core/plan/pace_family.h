#pragma once
// Every pace that a plan weighs: strategy x sending x interval of each display, clocks of the buses
// as fast as parts and pull-ups bear, pulses polled or by interrupt. At most 100 000 of them.

#include "plan/pace.h"
#include "plan/pace_figures.h"

#include <cstdint>
#include <functional>
#include <map>
#include <vector>

namespace fern {

struct PaceMember {
    std::uint32_t build = 0; ///< which strategies, sendings, clocks and inputs
    std::uint32_t intervals = 0; ///< which intervals
    PaceFigures figures;
    int hurried = 0; ///< displays that are redrawn faster than is usual
    int idle = 0; ///< displays that are redrawn more slowly
    double flashes = 0; ///< refreshes of paper, a second
    int effort = 0; ///< how much code it takes
};

class PaceFamily {
public:
    PaceFamily(const Instrument& instrument, const PlainInstrument& plain);

    /// Shows every member. Returns false where `isWanted` said so between two builds, or the
    /// visitor did.
    bool visit(const std::function<bool(const PaceMember&)>& visitor,
        const std::function<bool()>& isWanted) const;

    Pace pace(const PaceMember& member) const;
    /// Returns the instrument with a pace, in plain numbers.
    PlainInstrument with(const Pace& pace) const;
    /// Returns the figures of any pace of these displays.
    PaceFigures figures(const Pace& pace) const;
    const PlainInstrument& plain() const { return m_plain; }

private:
    /// A strategy of a display, with what it sends.
    struct Way {
        std::shared_ptr<const DisplayFirmware> firmware;
        std::shared_ptr<const DriverSteps> most, usual;
    };
    struct Choice {
        std::size_t way = 0;
        Sending sends = Sending::AtOnce;
        int core = 1;
        double digitsSeconds = 0; ///< that its digits are held
        double usualSeconds = 0; ///< of an interval with that; 0: none is
    };
    struct DisplayOptions {
        std::vector<Way> ways; ///< all
        std::vector<Choice> choices; ///< that can be best
        std::vector<double> intervals; ///< rising
        double usualSeconds = 0; ///< of an interval; 0: none is
        double ownSeconds = 0; ///< the present one; 0: in every turn
        bool isPaper = false;
    };
    /// The clock of a bus, or of a display that hangs on none.
    struct Clock {
        std::string bus;
        std::vector<std::size_t> displays;
        std::vector<double> hertz;
    };
    /// One of each: clocks and choices, by their numbers.
    struct Build {
        std::vector<double> hertz; ///< of the clocks
        std::vector<std::size_t> choices; ///< of the displays
    };

    void addClocks(const Instrument& instrument);
    /// Leaves out what is furthest from usual, until few enough are left to weigh.
    void limit();
    std::size_t size() const;
    void addOptions(std::size_t display);
    /// Doubles the choices of a display with digits beside bars: digits held as long as is usual,
    /// and bars as often.
    void addHeld(std::size_t display);
    Build build(std::uint32_t number) const;
    /// Sets clocks and choices; counts by interrupt what would be lost otherwise. Returns how many
    /// channels that are.
    int apply(PlainInstrument& plain, const Build& build) const;
    int countAll(PlainInstrument& plain) const;
    void setWay(PlainDisplay& display, const Way& way) const;
    double usualSeconds(const PlainInstrument& plain, std::size_t display, const Way& way) const;

    PlainInstrument m_plain;
    std::vector<bool> m_canInterrupt; ///< of the channels
    std::vector<Clock> m_clocks;
    std::vector<DisplayOptions> m_displays;
    std::uint32_t m_builds = 1;
};

} // namespace fern
