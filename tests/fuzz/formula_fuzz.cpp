// Any text: a formula is read or refused with words, and what is read can be computed.

#include "base/time_zone.h"
#include "curves/formula.h"

#include <cstdint>
#include <cstdlib>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    const auto formula = fern::Formula::parse(text, {"a", "a-b", "speed"});
    if (formula) {
        formula->value([](std::string_view name) { return static_cast<double>(name.size()); });
        (void)formula->dimension([](std::string_view) { return fern::Dimension{}; });
    } else if (formula.error().message.empty()) {
        std::abort();
    }
    if (const auto rule = fern::parseZoneRule(text))
        fern::offsetAt(*rule, 1'900'000'000);
    return 0;
}
