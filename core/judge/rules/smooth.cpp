// M03 to M09: is what is counted and smoothed calm, complete and affordable?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "judge/part_fix.h"
#include "judge/words.h"
#include "reading/counting.h"
#include "run/channel_run.h"
#include "smooth/figures.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string smoothingPlace(const PlainChannel& c)
{
    return "/channels/" + c.id + "/smoothing";
}

std::string pulsesPlace(const PlainChannel& c)
{
    return "/channels/" + c.id + "/source";
}

Fix stepsFix(std::string label, PlainChannel c, std::vector<StepSpec> steps)
{
    c.steps = std::move(steps);
    return smoothingFix(std::move(label), c);
}

Fix pulsesFix(std::string label, const PlainChannel& c, const std::function<void(Source&)>& change)
{
    auto source = c.source;
    change(source);
    return {std::move(label),
        [id = c.id, source](const Instrument& before) { return withSource(before, id, source); }};
}

bool isRate(const PlainChannel& c)
{
    return c.source.kind == SourceKind::Pulses && c.source.pulses.gives == PulseGives::Rate;
}

/// What the finest digit is worth that any reader shows of a channel, SI units; 0 without readers.
double finestDigit(const PlainInstrument& plain, const PlainChannel& c)
{
    double finest = 0;
    for (const auto& reader : plain.readers)
        if (plain.channels[reader.channel].id == c.id)
            finest = finest == 0 ? digitWorth(reader) : std::min(finest, digitWorth(reader));
    return finest;
}

/// Pulses a second at a value of the channel (SI unit).
double hertzAt(const PlainChannel& c, double value)
{
    return c.source.pulses.perUnit * fromSi(value, c.unit);
}

Quantity inMilliseconds(double seconds)
{
    return {std::max(1.0, std::floor(seconds * 1e3)), "ms"};
}

} // namespace

void checkStillMoves(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const bool isReceiver = c.source.kind == SourceKind::Receiver
            && c.source.receiver.gives == ReceiverGives::Speed;
        if (!isReceiver || c.source.gate)
            continue;
        // Three standard deviations of what smoothing leaves of its scatter.
        const double tells =
            3 * c.device->fix.scatter * noiseGain(c.steps, inSeconds(c.sampleEvery));
        double least = 0; // above it a number moves that is shown
        for (const auto& step : activeSteps(c.steps))
            if (step.kind == StepKind::StillBelow)
                least = std::max(least, differenceToSi(step.limit, c.unit));
        if (tells <= std::max(least, finestDigit(plain, c) / 2))
            continue;
        StepSpec still;
        still.kind = StepKind::StillBelow;
        still.limit = *parseNumber(significantText(1.1 * fromSi(tells, c.unit), 2));
        auto mended = c.steps;
        std::erase_if(mended, [](const StepSpec& s) { return s.kind == StepKind::StillBelow; });
        mended.push_back(still);
        out.push_back(
            {"M03", Severity::Note, smoothingPlace(c), fmt::format("{} never stands still", c.name),
                fmt::format("A receiver that does not move still tells up to about {}, because its "
                            "position scatters. Show 0 under that.",
                    valueText(c, tells, 2)),
                "three standard deviations of the receiver's scatter, after smoothing",
                {stepsFix(fmt::format("Show 0 under {} {}", shortestText(still.limit),
                              prettyUnit(c.unit.name)),
                    c, mended)},
                {}});
    }
}

void checkHoldOff(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!isRate(c))
            continue;
        const double holdOff = inSi(c.source.pulses.holdOff);
        const double fastest = hertzAt(c, c.to);
        if (holdOff == 0 || holdOff * fastest <= 1)
            continue;
        const auto half = inMilliseconds(0.5 / fastest);
        out.push_back({"M04", Severity::Check, pulsesPlace(c),
            fmt::format("Pulses are lost above {}",
                valueText(c, toSi(1 / holdOff / c.source.pulses.perUnit, c.unit), 3)),
            fmt::format("An edge within {} after a counted one does not count, but at {} one comes "
                        "every {}. Half of that leaves room for both.",
                toText(c.source.pulses.holdOff), valueText(c, c.to, 3), durationText(1 / fastest)),
            "arithmetic of the hold-off",
            {pulsesFix(
                "Hold off for " + toText(half), c, [&](Source& s) { s.pulses.holdOff = half; })},
            {}});
    }
}

void checkBounce(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const bool isPulses = c.source.kind == SourceKind::Pulses;
        const bool isMatrix = c.source.kind == SourceKind::KeyMatrix;
        if (!isPulses && !isMatrix && c.source.kind != SourceKind::Switch)
            continue;
        const auto bounce = isPulses ? c.source.pulses.bounce
            : isMatrix               ? c.source.matrix.bounce
                                     : c.source.contact.bounce;
        const auto waits = isPulses ? c.source.pulses.holdOff
            : isMatrix              ? c.source.matrix.debounce
                                    : c.source.contact.debounce;
        if (inSi(bounce) == 0 || inSi(waits) > inSi(bounce))
            continue;
        const auto longer = inMilliseconds(std::ceil(inSi(bounce) * 1.5e3 + 1) * 1e-3);
        out.push_back({"M05", Severity::Check, pulsesPlace(c),
            fmt::format("{} bounces for longer than it is held off", c.name),
            fmt::format("The contact bounces for {}, the firmware waits {}: one press counts "
                        "several times.",
                toText(bounce), toText(waits)),
            "common practice: half as long again as the bounce",
            {pulsesFix((isPulses ? "Hold off for " : "Debounce for ") + toText(longer), c,
                [&](Source& s) {
                    (isPulses          ? s.pulses.holdOff
                            : isMatrix ? s.matrix.debounce
                                       : s.contact.debounce) = longer;
                })},
            {}});
    }
}

void checkSmoothedCount(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const bool isTotal = (c.source.kind == SourceKind::Pulses && !isRate(c))
            || c.source.kind == SourceKind::Encoder;
        const bool isTally =
            c.source.kind == SourceKind::Derived && c.source.derived.kind == DerivedKind::Tally;
        const auto averages = [](const StepSpec& s) {
            return !s.isOff && (isLinear(s.kind) || s.kind == StepKind::Median);
        };
        if ((!isTotal && !isTally) || std::none_of(c.steps.begin(), c.steps.end(), averages))
            continue;
        auto mended = c.steps;
        std::erase_if(mended, averages);
        out.push_back({"M06", Severity::Check, smoothingPlace(c),
            fmt::format("{} is a count, and it is averaged", c.name),
            "A count has no noise: an average of it runs behind, shows parts of a piece, and never "
            "arrives at the last one.",
            "common practice", {stepsFix("Show the count itself", c, mended)}, {}});
    }
}

void checkStandstill(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const auto& p = c.source.pulses;
        if (!isRate(c) || p.measure == PulseMeasure::Gate || inSi(p.timeOut) > 0)
            continue;
        constexpr double usual = 2; // seconds
        out.push_back(
            {"M07", Severity::Check, pulsesPlace(c), fmt::format("{} never reads zero", c.name),
                fmt::format(
                    "The rate is one over the time between two pulses. When none comes any more, "
                    "the last one stays. After {} s without a pulse it stands still: below {} "
                    "then.",
                    usual, valueText(c, toSi(1 / usual / p.perUnit, c.unit), 2)),
                "common practice",
                {pulsesFix(fmt::format("Stand still after {} s", usual), c,
                    [](Source& s) {
                        s.pulses.timeOut = {usual, "s"};
                    })},
                {}});
    }
}

void checkGateOrPeriod(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (!isRate(c) || c.source.pulses.measure == PulseMeasure::Automatic)
            continue;
        const bool isGate = c.source.pulses.measure == PulseMeasure::Gate;
        const double gate = inSeconds(c.sampleEvery);
        const double top = hertzAt(c, c.to);
        const double perUnit = differenceToSi(1, c.unit);
        // What either tells apart, in the channel's SI unit.
        const double byGate = perUnit / gate / c.source.pulses.perUnit;
        const double byPeriod = c.to * periodError(top, c.timerTick);
        const double own = isGate ? byGate : byPeriod;
        const double other = isGate ? byPeriod : byGate;
        if (own <= c.wishedStep || other >= own)
            continue;
        out.push_back({"M08", Severity::Note, pulsesPlace(c),
            fmt::format("{} makes steps of {}", isGate ? "The gate" : "The period",
                differenceText(c, own, 2)),
            fmt::format("One pulse more in {} is {}; one tick more of the period is {} at {} at "
                        "most. They are as fine at {} Hz; automatic takes the finer one.",
                durationText(gate), differenceText(c, byGate, 2), differenceText(c, byPeriod, 2),
                valueText(c, c.to, 3), significantText(crossoverHertz(gate, c.timerTick), 3)),
            "gate ±1/(f·T), period ±1/(T·f_clk)",
            {pulsesFix("Take the finer one", c,
                [](Source& s) {
                    s.pulses.measure = PulseMeasure::Automatic;
                    if (inSi(s.pulses.timeOut) == 0)
                        s.pulses.timeOut = {2, "s"};
                })},
            {}});
    }
}

namespace {

/// Of the channels that a board samples.
void checkMemoryOf(const PlainInstrument& plain, const PlainLoop& loop, Findings& out)
{
    constexpr double allowed = 0.5; // of the memory: the rest of the firmware needs some too
    const int memory = memoryBytesOf(loop.processor);
    const auto isOfBoard = [&](const PlainChannel& c) {
        return plain.loops[c.loop].board == loop.board;
    };
    int all = 0;
    for (const auto& c : plain.channels)
        for (const auto& step : activeSteps(c.steps))
            all += isOfBoard(c) ? costOf(step, c.numberKind, inSeconds(c.sampleEvery)).bytes : 0;
    if (all <= allowed * memory)
        return;
    for (const auto& c : plain.channels) {
        if (!isOfBoard(c))
            continue;
        const auto steps = activeSteps(c.steps);
        const auto largest =
            std::max_element(steps.begin(), steps.end(), [&](const StepSpec& a, const StepSpec& b) {
                const double period = inSeconds(c.sampleEvery);
                return costOf(a, c.numberKind, period).bytes
                    < costOf(b, c.numberKind, period).bytes;
            });
        if (largest == steps.end())
            continue;
        const int bytes = costOf(*largest, c.numberKind, inSeconds(c.sampleEvery)).bytes;
        if (2 * bytes < all)
            continue;
        StepSpec exponential;
        exponential.tau = *parseNumber(
            significantText(std::max(1e-3, delaySeconds({*largest}, inSeconds(c.sampleEvery))), 2));
        auto mended = c.steps;
        std::replace(mended.begin(), mended.end(), *largest, exponential);
        out.push_back({"M09", Severity::Check, smoothingPlace(c),
            fmt::format("Smoothing keeps {} bytes of {}", all, memory),
            fmt::format("A {} of {} readings keeps {} bytes. An exponential step of the same lag "
                        "keeps {}.",
                stepKindWords[static_cast<std::size_t>(largest->kind)],
                windowOf(*largest, inSeconds(c.sampleEvery)), bytes,
                costOf(exponential, c.numberKind, 1).bytes),
            "memory typical of the class of the board",
            {stepsFix("Use an exponential step", c, mended)}, {}});
    }
}

} // namespace

void checkFilterMemory(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& loop : plain.loops)
        if (loop.core == 1)
            checkMemoryOf(plain, loop, out);
}

} // namespace fern
