// G07, G14, G16, G17: what goes wrong only after a while, and what two write to at once.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "instrument/plain_program.h"
#include "instrument/program_edits.h"
#include "instrument/source_parameters.h"
#include "judge/words.h"
#include "run/task_blocks.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr int wideCounter = 32; ///< bits; of a clock in milliseconds 64 never roll over
constexpr int wideClock = 64;

Fix bitsFix(const PlainChannel& c, std::string_view path, int bits)
{
    return {fmt::format("Count in {} bits", bits),
        [id = c.id, path = std::string(path), bits](const Instrument& before) {
            return withSourceParameter(before, id, path, std::to_string(bits));
        }};
}

void checkCounter(const PlainChannel& c, Findings& out)
{
    const auto& pulses = c.source.pulses;
    if (pulses.gives != PulseGives::Total || pulses.counterBits == 0)
        return;
    const double most = std::ldexp(1.0, pulses.counterBits) / pulses.perUnit;
    const double wished = fromSi(c.to, c.unit);
    if (most > wished)
        return;
    Finding finding{"G07", Severity::Check, "/channels/" + c.id + "/source",
        fmt::format(
            "{} begins at zero again at {} {}", c.name, significantText(most, 3), c.unit.name),
        fmt::format("A counter of {} bits holds no more, and the wish goes to {} {}.",
            pulses.counterBits, significantText(wished, 3), c.unit.name),
        "2 to the number of its bits", {}, {}};
    if (std::ldexp(1.0, wideCounter) / pulses.perUnit > wished)
        finding.fixes.push_back(bitsFix(c, "pulses/counterBits", wideCounter));
    out.push_back(std::move(finding));
}

void checkUptime(const PlainInstrument& plain, const PlainChannel& c, Findings& out)
{
    const double most = std::ldexp(1e-3, c.source.uptime.counterBits); // seconds
    const double wished = std::max(c.to, plain.wishedSeconds);
    if (most > wished)
        return;
    out.push_back({"G07", Severity::Check, "/channels/" + c.id + "/source",
        fmt::format("{} begins at zero again after {}", c.name, daysText(most)),
        fmt::format("A counter of milliseconds of {} bits holds no more, and the wish goes to {}. "
                    "Times that are compared as differences stay right.",
            c.source.uptime.counterBits, daysText(wished)),
        "2 to the number of its bits", {bitsFix(c, "uptime/counterBits", wideClock)}, {}});
}

/// Who else uses the bus of a display while it is sent; empty when nobody does. At once it is kept
/// from what its own loop does.
std::string otherUser(const PlainInstrument& plain, const PlainDisplay& display)
{
    const bool isBeside = redrawTaskOf(plain, display).spec.sends == Sending::Background;
    for (const auto& other : plain.displays)
        if (&other != &display && other.bus == display.bus
            && (isBeside || other.loop != display.loop))
            return other.id;
    for (const auto& c : plain.channels)
        if (c.moduleBus == display.bus && (isBeside || c.loop != display.loop))
            return c.name;
    return {};
}

Fix keepFix(const std::string& setting)
{
    return {"Keep it", [setting](const Instrument& before) {
                Instrument after = before;
                for (auto& each : after.settings)
                    if (each->id == setting) {
                        Setting kept = *each;
                        kept.isKept = true;
                        each = std::make_shared<const Setting>(std::move(kept));
                    }
                return accepted(std::move(after));
            }};
}

} // namespace

void checkRollOver(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (c.source.kind == SourceKind::Pulses)
            checkCounter(c, out);
        if (c.source.kind == SourceKind::Uptime)
            checkUptime(plain, c, out);
    }
}

void checkTwoWriters(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& display : plain.displays) {
        const auto other = display.bus.empty() ? std::string() : otherUser(plain, display);
        if (other.empty())
            continue;
        const bool isBeside = redrawTaskOf(plain, display).spec.sends == Sending::Background;
        out.push_back({"G14", Severity::Note, "/displays/" + display.id,
            fmt::format("{} is sent {}, over the bus of {}", display.id,
                isBeside ? "beside the loop" : "by another core", other),
            "Whoever uses the bus next must wait until the frame is through, as the run does here. "
            "A program that does not wait mixes the bytes of both.",
            "one bus, one transfer at a time",
            {{isBeside ? "Send it at once" : "Redraw it by the other core",
                [id = display.id, isBeside, core = 3 - plain.loops[display.loop].core](
                    const Instrument& before) -> Result<Instrument> {
                    for (const auto& task : wholeProgram(before))
                        if (task.does == TaskDoes::Redraw && task.of == id)
                            return isBeside
                                ? withTaskParameter(before, task.id, "sends",
                                    sendingWords[static_cast<std::size_t>(Sending::AtOnce)])
                                : withTaskParameter(before, task.id, "core", std::to_string(core));
                    return before;
                }}},
            {}});
    }
}

namespace {

constexpr double day = 86400, year = 365.25 * day; // seconds

/// In whole minutes, upwards.
Quantity inMinutes(double seconds)
{
    return {std::ceil(seconds / 60 - 1e-9), "min"};
}

} // namespace

void checkWornOut(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double wished = 10 * year; // as long as instruments are used (common practice)
    for (const auto& task : plain.program) {
        if (task.spec.does != TaskDoes::Save)
            continue;
        const bool isOnChange = task.spec.when == TaskWhen::Changed;
        const double period = taskPeriod(plain, task);
        const double writes = static_cast<double>(task.spec.life) * task.spec.places;
        const double lasts = writes * period;
        if (lasts >= wished * (1 - 1e-9))
            continue;
        const double places = std::ceil(wished / period / task.spec.life - 1e-9);
        // How often a number changes nobody knows before it was used.
        Finding finding{"G16", isOnChange || lasts >= year ? Severity::Note : Severity::Check,
            "/timing/program/" + task.spec.id,
            fmt::format("Saving {} {} its memory out in {}", plain.channels[task.of].name,
                isOnChange ? "can wear" : "wears", daysText(lasts)),
            fmt::format("{} {} a day; {} {} writes.",
                isOnChange ? "It may change with each sample:" : "It is saved",
                countText(std::llround(day / period), "time"),
                task.spec.places == 1 ? std::string("the place bears")
                                      : fmt::format("{} places in turn bear", task.spec.places),
                significantText(writes, 3)),
            "the life of a place, and ten years of use (common practice)", {}, {}};
        if (places <= 1000)
            finding.fixes.push_back(
                {fmt::format("Write {} in turn", countText(std::llround(places), "place")),
                    [id = task.spec.id, places](const Instrument& before) {
                        return withTaskParameter(before, id, "places", shortestText(places));
                    }});
        if (wished / writes <= day) // an interval is at most that
            finding.fixes.push_back({"Save every " + toText(inMinutes(wished / writes)),
                [id = task.spec.id, every = toText(inMinutes(wished / writes))](
                    const Instrument& before) {
                    const auto due = withTaskParameter(before, id, "when", "when due");
                    return due ? withTaskParameter(*due, id, "every", every) : due;
                }});
        out.push_back(std::move(finding));
    }
}

void checkForgotten(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& setting : in.settings) {
        if (setting->isKept || setting->by.empty())
            continue;
        out.push_back({"G17", Severity::Note, "/settings/" + setting->id,
            fmt::format(
                "{} is {} again after each power-off", setting->name, toText(setting->value)),
            "What was set on the instrument is forgotten with its power. Kept, it is written to "
            "memory when it has changed.",
            "memory that needs power", {keepFix(setting->id)}, {}});
    }
}

} // namespace fern
