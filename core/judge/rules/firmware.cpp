// D07, D12, D13, D15, T03: what the firmware of a display does wrong. P03 tells of another size.

#include "judge/part_fix.h"
#include "judge/rules/rules.h"

#include "drive/wrong_setups.h"
#include "instrument/edits.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace fern {

namespace {

/// Which rule tells of a wrong set-up; all others are D15.
struct RuleOf {
    std::string_view setup, rule;
};
constexpr auto ruleOfSetup =
    std::to_array<RuleOf>({{"bits-reversed", "D07"}, {"row-ordered", "D07"}, {"not-cleared", "D12"},
        {"not-padded", "T03"}, {"steady-voltage", "D13"}});

std::string_view ruleOf(std::string_view setup)
{
    const auto found = std::find_if(ruleOfSetup.begin(), ruleOfSetup.end(),
        [setup](const RuleOf& row) { return row.setup == setup; });
    return found == ruleOfSetup.end() ? "D15" : found->rule;
}

Fix setRight(const Display& display, const DriverSpec& right)
{
    return displayFix("The firmware does it right", display.id,
        [right](Display& changed) { changed.driver = right; });
}

/// The driver without one of its mistakes.
DriverSpec without(DriverSpec driver, DriverMistakes mistakes)
{
    driver.mistakes &= ~mistakes;
    return driver;
}

void add(Findings& out, std::string_view rule, const Display& display, const std::string& what,
    const std::string& remedy, const DriverSpec& right)
{
    const bool harms = rule == "D13";
    out.push_back({std::string(rule), harms ? Severity::Stop : Severity::Check,
        "/displays/" + display.id + "/driver", fmt::format("{}: {}", display.id, what), remedy,
        "what controllers of the kind make of it", {setRight(display, right)}, {}});
}

/// What the firmware does wrong and a rule tells of.
void addMistakes(
    Findings& out, std::string_view rule, const Instrument& in, const PlainInstrument& plain)
{
    for (std::size_t i = 0; i < plain.displays.size(); ++i) {
        const auto& setup = plain.displays[i].firmware->setup();
        const auto& driver = in.displays[i]->driver;
        for (const auto* wrong : wrongSetupsOf(setup)) {
            auto trial = rightSetup(setup);
            wrong->apply(trial);
            const auto mistakes = trial.driver.mistakes;
            if (ruleOf(wrong->id) == rule && mistakes != 0
                && (driver.mistakes & mistakes) == mistakes)
                add(out, rule, *in.displays[i], std::string(wrong->what),
                    std::string(wrong->remedy), without(driver, mistakes));
        }
    }
}

} // namespace

void checkBitOrder(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    addMistakes(out, "D07", in, plain);
}

void checkNotCleared(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    addMistakes(out, "D12", in, plain);
}

void checkLeftovers(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    addMistakes(out, "T03", in, plain);
}

void checkSteadyVoltage(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    addMistakes(out, "D13", in, plain);
}

void checkDriverSetUp(const Instrument& in, const PlainInstrument& plain, Findings& out)
{
    addMistakes(out, "D15", in, plain);
    for (std::size_t i = 0; i < plain.displays.size(); ++i) {
        const auto& display = *in.displays[i];
        const auto& setup = plain.displays[i].firmware->setup();
        const auto& driver = display.driver;
        if (const auto* glass = std::get_if<SegmentGlassSpec>(&setup.part.shape); glass != nullptr
            && std::none_of(glass->map.begin(), glass->map.end(),
                [](const SegmentPlace& place) { return place.isFound(); }))
            out.push_back({"D15", Severity::Check, "/displays/" + display.id + "/driver",
                fmt::format("{}: nobody knows yet where its segments hang", display.id),
                "Nothing can be shown. The Map of the Glass leaf finds them: drive one line after "
                "the other, and click what shows.",
                "the map of the glass", {}, {}});
        if (driver.address != 0 && driver.address != setup.address
            && setup.part.interface == DisplayInterface::I2c) {
            auto right = driver;
            right.address = 0;
            add(out, "D15", display,
                fmt::format("the driver looks for it at {}, it answers at {}",
                    addressText(driver.address), addressText(setup.address)),
                "Nothing that is sent reaches it: the glass keeps what it showed, or stays dark.",
                right);
        }
        if (setup.rotation() != setup.part.turned) {
            auto right = driver;
            right.turned = DriverTurn::AsBuiltIn;
            add(out, "D15", display,
                fmt::format("drawn for {}° and built in at {}°",
                    rotationWords[static_cast<std::size_t>(setup.rotation())],
                    rotationWords[static_cast<std::size_t>(setup.part.turned)]),
                "What is drawn stands turned to who looks at it.", right);
        }
    }
}

} // namespace fern
