// G01: pulses that happened and were not counted, or counted and did not happen.

#include "judge/rules/signal.h"

#include "judge/interrupt_fix.h"

#include <algorithm>
#include <cstdlib>

#include <fmt/format.h>

namespace fern {

namespace {

/// Whether the scenario itself takes pulses away.
bool isCutOff(const PlainChannel& c)
{
    return std::any_of(c.faults.begin(), c.faults.end(), [](const FaultSpec& fault) {
        return fault.kind == FaultKind::Stuck || fault.kind == FaultKind::Silence;
    });
}

std::string causeOf(bool isPolled, bool areTooMany)
{
    if (areTooMany)
        return "A contact bounces when it opens too. An edge after the hold-off counts again: it "
               "must last longer than the pulse and its bounce together.";
    return isPolled ? "The loop looks at the pin only between its other tasks: a pulse that comes "
                      "and goes meanwhile is not seen. An interrupt sees each of them."
                    : "The hold-off swallows pulses that come too soon; and while interrupts are "
                      "off only one is remembered.";
}

} // namespace

std::optional<Finding> lostPulses(const Instrument& in, const PlainInstrument& plain,
    const PlainChannel& c, std::int64_t happened, std::int64_t counted)
{
    constexpr double share = 0.01;
    constexpr double many = 0.1;
    const auto off = std::abs(happened - counted);
    const double lost = static_cast<double>(happened - counted)
        / static_cast<double>(std::max<std::int64_t>(1, happened));
    // One may be cut by the begin or the end of the stretch.
    if (off < 2 || std::abs(lost) < share || c.source.pulses.means != CountMeans::RisingEdge
        || isCutOff(c))
        return std::nullopt;
    const bool isPolled = c.source.pulses.input == PulseInput::Polled;
    Finding finding{"G01", lost > many ? Severity::Stop : Severity::Check,
        fmt::format("/channels/{}/source", c.id),
        lost > 0 ? fmt::format("{} of {} pulses of {} are lost", off, happened, c.name)
                 : fmt::format("{} counts {} of {} pulses too many", c.name, off, happened),
        causeOf(isPolled, lost < 0), "from the run", {}, {}};
    if (isPolled && lost > 0)
        offerInterrupt(in, plain, c, finding);
    return finding;
}

} // namespace fern
