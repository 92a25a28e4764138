#pragma once
// Instruments on which the rules of smoothing and counting speak: each fires, and a near miss of it
// does not.

#include "tests/core/judge/source_cases.h"

namespace fern::test {

/// A wheel with so many hertz for a km/h, wished from 0 to 10 km/h.
inline Instrument withWheel(double perUnit, const std::function<void(PulseSpec&)>& change)
{
    return withSourceOf(SourceKind::Pulses,
        [&](Source& s) {
            s.pulses.perUnit = perUnit;
            s.sampleEvery = {1, "s"};
            change(s.pulses);
        },
        {{}, "km/h", {{0, 5}}});
}

inline Instrument withStillBelow(const std::string& steps)
{
    return *withSmoothing(
        withReceiver(9600, SerialPort::Hardware, 1000), "thing", *parseSteps(steps));
}

inline Instrument withTotal(const std::string& steps)
{
    return *withSmoothing(withWheel(20, [](PulseSpec& p) { p.gives = PulseGives::Total; }), "thing",
        *parseSteps(steps));
}

/// The skiff's battery on the small board, with its steps.
inline Instrument onSmallBoard(const std::string& steps)
{
    auto in = emptyInstrument(
        "Bench", findInCatalogue("board-8bit")->part, startingDisplays().front().part);
    in = *withStartingPoint(in, *findStartingPoint("battery-12v"), "Battery");
    return *withSmoothing(in, "battery", *parseSteps(steps));
}

inline std::vector<RuleCase> smoothCases()
{
    const auto holdOff = [](double ms) {
        return withWheel(20, [=](PulseSpec& p) { p.holdOff = {ms, "ms"}; });
    };
    const auto bounce = [](double holdOffMs) {
        return withWheel(2, [=](PulseSpec& p) {
            p.bounce = {4, "ms"};
            p.holdOff = {holdOffMs, "ms"};
        });
    };
    const auto period = [](double timeOut) {
        return withWheel(2, [=](PulseSpec& p) {
            p.measure = PulseMeasure::Period;
            p.timeOut = {timeOut, "s"};
        });
    };
    return {
        // 3 · 0.15 m/s through √(α/(2 − α)) of α = 1 − 1/e are 1.1006 km/h.
        {"M03", Severity::Note, withStillBelow("exponential tau 1; still below 1.1"),
            "Thing never stands still", withStillBelow("exponential tau 1; still below 1.11")},
        // Half of the last digit, 0.05 km/h, is not seen: τ of 400 s leaves 0.057 km/h, one of 800
        // s
        // 0.041 km/h.
        {"M03", Severity::Note, withStillBelow("exponential tau 400"), "Thing never stands still",
            withStillBelow("exponential tau 800")},
        {"M04", Severity::Check, holdOff(6), "Pulses are lost above 8.33 km/h", holdOff(5)},
        {"M05", Severity::Check, bounce(3), "Thing bounces for longer than it is held off",
            bounce(5)},
        {"M06", Severity::Check, withTotal("exponential tau 1"),
            "Thing is a count, and it is averaged", withTotal("peak hold")},
        {"M07", Severity::Check, period(0), "Thing never reads zero", period(2)},
        // A pulse in a second is half a km/h of the wheel's 2 Hz; the wish is 0.1 km/h.
        {"M08", Severity::Note, withWheel(2, [](PulseSpec&) {}), "The gate makes steps of 0.5 km/h",
            withWheel(20, [](PulseSpec&) {})},
        {"M09", Severity::Check, onSmallBoard("median 201"), "Smoothing keeps 1612 bytes of 2048",
            onSmallBoard("median 101")},
    };
}

} // namespace fern::test
