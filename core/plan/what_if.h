#pragma once
// An instrument at another pace, before it is changed.

#include "judge/facts.h"
#include "plan/pace.h"
#include "plan/pace_figures.h"

#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct WhatIf {
    Instrument instrument; ///< with the pace
    std::shared_ptr<const PlainInstrument> plain; ///< of it
    PaceFigures figures;
    std::vector<Fact> limits; ///< those that change say what they are now
    std::string verdict; ///< as verdictText() says
};

/// A field that is left out.
struct FieldOut {
    std::string page, field; ///< ids; empty: none is

    bool operator==(const FieldOut&) const = default;
};

/// Returns what becomes of an instrument at a pace, weighed in a mode, or in the worst of all, and
/// without a field. Error says what the file does not take.
Result<WhatIf> whatIf(const Instrument& in, std::string_view scenario, const Pace& pace,
    std::optional<std::size_t> mode = {}, const FieldOut& without = {});

} // namespace fern
