#include "reading/ladder.h"

#include "parts/e_series.h"
#include "parts/fit_front_end.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

namespace {

constexpr double absent = std::numeric_limits<double>::infinity();

double beside(double a, double b)
{
    return a == absent ? b : b == absent ? a : a + b == 0 ? 0 : a * b / (a + b);
}

} // namespace

LadderOhms ohmsOf(const LadderSpec& ladder, double up, double down)
{
    LadderOhms ohms{inSi(ladder.pullUp) * (1 + up), inSi(ladder.pullDown) * (1 + down), {}};
    for (const auto& key : ladder.keys)
        ohms.keys.push_back(inSi(key.resistor) * (1 + (key.isToReference ? up : down)));
    return ohms;
}

double ladderShare(
    const LadderSpec& ladder, const LadderOhms& ohms, const std::vector<std::size_t>& pressed)
{
    double upper = ohms.pullUp > 0 ? ohms.pullUp : absent;
    double lower = ohms.pullDown > 0 ? ohms.pullDown : absent;
    for (const auto key : pressed) {
        auto& side = ladder.keys[key].isToReference ? upper : lower;
        side = beside(side, ohms.keys[key]);
    }
    if (upper == absent && lower == absent)
        return std::numeric_limits<double>::quiet_NaN();
    if (upper == absent || lower == absent)
        return upper == absent ? 0 : 1;
    return upper + lower == 0 ? 0.5 : lower / (lower + upper);
}

std::vector<LadderWindow> ladderWindows(const LadderSpec& ladder, const Converter& converter)
{
    const double full = converter.divisor();
    const auto codeAt = [&](double share) {
        return std::min(std::floor(share * full), static_cast<double>(converter.topCode()));
    };
    const double error = ladder.tolerancePercent / 100;
    const auto windowOf = [&](const std::string& name, const std::vector<std::size_t>& pressed) {
        LadderWindow w;
        w.name = name;
        w.isOpen = pressed.empty();
        w.code = codeAt(ladderShare(ladder, ohmsOf(ladder), pressed));
        w.least = codeAt(ladderShare(ladder, ohmsOf(ladder, error, -error), pressed));
        w.most = codeAt(ladderShare(ladder, ohmsOf(ladder, -error, error), pressed));
        return w;
    };
    std::vector<LadderWindow> windows;
    for (std::size_t i = 0; i < ladder.keys.size(); ++i)
        windows.push_back(windowOf(ladder.keys[i].name, {i}));
    if (!std::isnan(ladderShare(ladder, ohmsOf(ladder), {})))
        windows.push_back(windowOf(ladder.open, {}));
    if (windows.empty())
        return windows;
    std::stable_sort(windows.begin(), windows.end(),
        [](const LadderWindow& a, const LadderWindow& b) { return a.code < b.code; });
    windows.back().to = static_cast<double>(converter.topCode());
    for (std::size_t i = 0; i + 1 < windows.size(); ++i) {
        const double middle = std::floor((windows[i].most + windows[i + 1].least) / 2);
        windows[i].to = middle;
        windows[i + 1].from = middle + 1;
    }
    for (std::size_t i = 0; i < windows.size(); ++i) {
        double room = full;
        if (i > 0)
            room = std::min(room, windows[i].least - windows[i - 1].most);
        if (i + 1 < windows.size())
            room = std::min(room, windows[i + 1].least - windows[i].most);
        windows[i].margin = room / 2;
    }
    return windows;
}

double safeMargin(const Converter& converter, double noise)
{
    constexpr double deviations = 6;
    constexpr double shareOfRange = 0.01;
    return std::max(deviations * noise, shareOfRange * static_cast<double>(converter.topCode()));
}

LadderSpec designedLadder(LadderSpec ladder)
{
    const double pullUp = inSi(ladder.pullUp);
    const bool isPlain = pullUp > 0 && ladder.pullDown.value <= 0
        && std::none_of(ladder.keys.begin(), ladder.keys.end(),
            [](const LadderKey& key) { return key.isToReference; });
    if (!isPlain)
        return ladder;
    const auto count = static_cast<double>(ladder.keys.size());
    for (std::size_t i = 0; i < ladder.keys.size(); ++i) {
        const double share = static_cast<double>(i) / count; // no key is the whole reference
        ladder.keys[i].resistor =
            i == 0 ? Quantity{0, "ohm"} : asResistor(nearestE24(pullUp * share / (1 - share)));
    }
    return ladder;
}

} // namespace fern
