// T12, T13: does a clock show the local time, and for how long?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "base/time_zone.h"
#include "instrument/edits.h"
#include "judge/words.h"

#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

Fix clockFix(std::string label, const PlainChannel& c, std::function<void(ClockSpec&)> change)
{
    return {std::move(label), [id = c.id, change = std::move(change)](const Instrument& before) {
                return withChannelChanged(
                    before, id, [&](Channel& channel) { change(channel.source.clock); });
            }};
}

/// Whether a rule reads like an offset that people write: "UTC+3", "GMT-5".
bool readsLikeAnOffset(const ZoneRule& rule, std::string_view text)
{
    return (rule.name == "UTC" || rule.name == "GMT") && rule.offset != 0 && rule.summerName.empty()
        && text.find('<') == std::string_view::npos;
}

} // namespace

void checkZoneSign(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        if (c.source.kind != SourceKind::Clock)
            continue;
        const auto& text = c.source.clock.zone;
        const auto rule = parseZoneRule(text);
        if (!rule || !readsLikeAnOffset(*rule, text))
            continue;
        const auto meant = zoneRuleOf(-rule->offset);
        out.push_back({"T12", Severity::Check, "/channels/" + c.id + "/source",
            fmt::format("The rule {} of {} means {}", text, c.name, offsetInWords(rule->offset)),
            fmt::format("The sign of a rule counts west of UTC, the sign that people write counts "
                        "east. If {} is meant, the clock is off by {} h.",
                offsetInWords(-rule->offset), shortestText(std::fabs(2.0 * rule->offset / 3600))),
            "IEEE Std 1003.1, 8.3",
            {clockFix("Take " + offsetInWords(-rule->offset) + ": " + meant, c,
                 [meant](ClockSpec& clock) { clock.zone = meant; }),
                clockFix("Keep it, as " + zoneRuleOf(rule->offset), c,
                    [kept = zoneRuleOf(rule->offset)](ClockSpec& clock) { clock.zone = kept; })},
            {}});
    }
}

void checkClockDrift(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    constexpr double day = 86400;
    constexpr double seldom = 30 * day; // what one does not mind
    for (const auto& c : plain.channels) {
        const auto& clock = c.source.clock;
        if (c.source.kind != SourceKind::Clock || clock.driftPpm == 0 || c.tolerance <= 0)
            continue;
        const double lasts = c.tolerance / (std::fabs(clock.driftPpm) * 1e-6); // seconds
        const bool isSet = clock.setBy != ClockSetBy::Hand;
        if (lasts >= (isSet ? inSi(clock.setEvery) : seldom))
            continue;
        const Quantity every{std::floor(lasts / 2), "s"};
        Finding finding{"T13", isSet ? Severity::Check : Severity::Note,
            "/channels/" + c.id + "/source",
            fmt::format("{} is off by {} after {}", c.name, differenceText(c, c.tolerance, 3),
                daysText(lasts)),
            fmt::format("It runs {} by {} ppm, {} s a day, and {}.",
                clock.driftPpm > 0 ? "fast" : "slow", significantText(std::fabs(clock.driftPpm), 3),
                significantText(std::fabs(clock.driftPpm) * 0.0864, 3),
                isSet ? "is set only every " + toText(clock.setEvery)
                      : std::string("nobody sets it but by hand")),
            "drift against the wished tolerance", {}, {}};
        if (isSet && every.value >= 1)
            finding.fixes.push_back(clockFix("Set it every " + toText(every), c,
                [every](ClockSpec& changed) { changed.setEvery = every; }));
        out.push_back(std::move(finding));
    }
}

} // namespace fern
