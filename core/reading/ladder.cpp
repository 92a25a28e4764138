#include "reading/ladder.h"

#include "parts/e_series.h"
#include "parts/fit_front_end.h"

#include <algorithm>
#include <cmath>

namespace fern {

double ladderShare(double resistor, double pullUp, double error)
{
    const double lower = resistor * (1 + error);
    return lower / (lower + pullUp * (1 - error));
}

std::vector<LadderWindow> ladderWindows(const LadderSpec& ladder, const Converter& converter)
{
    const double full = converter.divisor();
    const auto codeAt = [&](double share) {
        return std::min(std::floor(share * full), static_cast<double>(converter.topCode()));
    };
    const double pullUp = inSi(ladder.pullUp);
    const double error = ladder.tolerancePercent / 100;
    std::vector<LadderWindow> windows;
    for (const auto& key : ladder.keys) {
        const double resistor = inSi(key.resistor);
        LadderWindow w;
        w.name = key.name;
        w.code = codeAt(ladderShare(resistor, pullUp));
        w.least = codeAt(ladderShare(resistor, pullUp, -error));
        w.most = codeAt(ladderShare(resistor, pullUp, error));
        windows.push_back(w);
    }
    LadderWindow open;
    open.name = ladder.open;
    open.isOpen = true;
    open.code = open.least = open.most = static_cast<double>(converter.topCode());
    windows.push_back(open);
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
    const auto count = static_cast<double>(ladder.keys.size());
    for (std::size_t i = 0; i < ladder.keys.size(); ++i) {
        const double share = static_cast<double>(i) / count; // no key is the whole reference
        ladder.keys[i].resistor =
            i == 0 ? Quantity{0, "ohm"} : asResistor(nearestE24(pullUp * share / (1 - share)));
    }
    return ladder;
}

} // namespace fern
