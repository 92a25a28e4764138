#pragma once
// Cases of the rules W01 to W06: each wish missed, and just met.

#include "instrument/edits.h"
#include "tests/core/judge/parts_cases.h"
#include "tests/support.h"

namespace fern::test {

/// The skiff's battery with a changed wish.
inline Instrument withWished(void (*change)(ChannelWish&))
{
    auto in = skiff();
    auto wish = in.channels[0]->wish;
    change(wish);
    return *withWish(in, "house-battery", wish);
}

inline Instrument withDistance(double metre)
{
    const auto in = *readInstrument(readText(sourcePath("tests/data/two-panels.fern.json")));
    auto wish = in.wish;
    wish.readingDistance = {metre, "m"};
    return *withInstrumentWish(in, wish);
}

inline std::vector<RuleCase> wishCases()
{
    return {
        {"W01", Severity::Check, withWished([](ChannelWish& w) {
             w.to = {16.3, "V"};
         }),
            "House battery can read 0 to 16.22 V, wished is 10 to 16.3 V",
            withWished([](ChannelWish& w) {
                w.to = {16.2, "V"};
            })},
        // The helm shows two decimals, and a count is 3.96 mV.
        {"W02", Severity::Check, withWished([](ChannelWish& w) {
             w.step = {5, "mV"};
         }),
            "House battery shows steps of 10 mV on helm, wished are 5 mV",
            withWished([](ChannelWish& w) {
                w.step = {10, "mV"};
            }),
            false},
        {"W03", Severity::Check, withWished([](ChannelWish& w) {
             w.tolerance = {0.15, "V"};
         }),
            "House battery is uncertain by ±0.19 V, wished is ±0.15 V",
            withWished([](ChannelWish& w) {
                w.tolerance = {0.2, "V"};
            })},
        {"W04", Severity::Check, withWished([](ChannelWish& w) {
             w.freshness = {1.8, "s"};
         }),
            "House battery can be 1.89 s old on bow, wished are 1.8 s",
            withWished([](ChannelWish& w) {
                w.freshness = {2.1, "s"};
            })},
        {"W06", Severity::Check, withDistance(1),
            "House battery can be read from 0.88 m on helm, wished is 1 m", withDistance(0.29)},
    };
}

} // namespace fern::test
