#include "plan/what_if.h"

#include "instrument/loops.h"
#include "instrument/page_edits.h"
#include "judge/timing_sheet.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

Result<WhatIf> whatIf(const Instrument& in, std::string_view scenario, const Pace& pace,
    std::optional<std::size_t> mode, const FieldOut& without)
{
    auto changed = withPace(in, pace);
    if (changed && !without.field.empty())
        changed = withoutField(*changed, without.page, without.field);
    if (!changed)
        return changed.error();
    const auto now = resolve(in, scenario);
    auto then = resolve(*changed, scenario);
    if (!now || !then)
        return now ? then.error() : now.error();
    const auto weighed = [mode](const PlainInstrument& plain) {
        return mode ? inMode(plain, *mode) : plain;
    };
    const auto before = timingLimits(weighed(*now));
    WhatIf result{
        *std::move(changed), std::make_shared<const PlainInstrument>(*std::move(then)), {}, {}, {}};
    const auto after = weighed(*result.plain);
    result.figures = figuresOf(after);
    result.verdict = verdictText(result.figures);
    result.limits = timingLimits(after);
    for (auto& limit : result.limits) {
        const auto same = std::find_if(before.begin(), before.end(),
            [&](const Fact& fact) { return fact.label == limit.label; });
        if (same != before.end() && same->value != limit.value)
            limit.note = fmt::format("now {}; {}", same->value, limit.note);
    }
    return result;
}

} // namespace fern
