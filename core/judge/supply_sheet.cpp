#include "judge/supply_sheet.h"

#include "base/number_text.h"
#include "judge/words.h"
#include "parts/power.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

SupplyBar barOf(const RailLoad& rail)
{
    SupplyBar bar{rail.source->id,
        fmt::format("{}, {}", partName(*rail.source), voltText(rail.volts)), rail.average,
        rail.peak, rail.limit, ampereText(rail.average)};
    if (rail.limit > 0)
        bar.words +=
            fmt::format(", {} of {} at most", ampereText(rail.peak), ampereText(rail.limit));
    else if (rail.peak > rail.average)
        bar.words += fmt::format(", {} at most", ampereText(rail.peak));
    return bar;
}

std::string chargeWords(const Part& store)
{
    if (store.bank)
        return fmt::format("{} at {}, {} % of it usable, {} % through its converter",
            toText(store.bank->capacity), toText(store.bank->cellVoltage),
            shortestText(store.bank->usablePercent), shortestText(store.bank->efficiencyPercent));
    return fmt::format("{}, {} % of it usable", toText(store.battery->capacity),
        shortestText(store.battery->usablePercent));
}

} // namespace

SupplySheet supplySheet(const Instrument& in, const PlainInstrument& plain)
{
    SupplySheet sheet;
    for (const auto& rail : railLoads(in.parts))
        if (rail.peak > 0 || rail.limit > 0)
            sheet.bars.push_back(barOf(rail));
    double sum = 0;
    int untold = 0;
    for (const auto& part : in.parts) {
        const double ampere = currentOf(in.parts, *part, Draw::Average);
        sum += ampere;
        if (ampere > 0)
            sheet.shares.push_back({part->id, partName(*part), ampere, 0, ampereText(ampere)});
        else if (!part->load && !part->emitter && part->levels) // what has levels is powered
            ++untold;
    }
    for (auto& share : sheet.shares)
        share.share = share.ampere / sum;
    std::stable_sort(sheet.shares.begin(), sheet.shares.end(),
        [](const SupplyShare& a, const SupplyShare& b) { return a.ampere > b.ampere; });

    const auto& time = plain.runTime;
    const auto* store = findById(in.parts, time.source);
    if (store == nullptr) {
        const auto* outside = mainSource(in.parts);
        sheet.hours = outside == nullptr
            ? "no battery or power bank yet"
            : fmt::format("no battery: it runs as long as {} does", partName(*outside));
        return sheet;
    }
    if (time.averageAmpere <= 0) {
        sheet.hours = fmt::format("nothing says what it draws from {}", partName(*store));
        return sheet;
    }
    sheet.hours = fmt::format("{} on {}", hoursText(time.seconds()), partName(*store));
    sheet.isBelowWish = plain.wishedSeconds > time.seconds();
    sheet.made = fmt::format("{}; {} out of it on average, the regulators' losses counted. Wished "
                             "are {}. Self-discharge is counted, cold and age are not.",
        chargeWords(*store), ampereText(time.averageAmpere), hoursText(plain.wishedSeconds));
    if (!time.endsAt.empty())
        sheet.made += fmt::format(" At {} {} gives up.", voltText(time.endVolts),
            partName(*findById(in.parts, time.endsAt)));
    for (const auto& other : runTimes(in.parts))
        if (other.source != time.source && other.averageAmpere > 0)
            sheet.made += fmt::format(" What hangs on {} runs {}.",
                partName(*findById(in.parts, other.source)), hoursText(other.seconds()));
    if (untold > 0)
        sheet.made += fmt::format(" {} {} not say what {}.", untold,
            untold == 1 ? "part does" : "parts do", untold == 1 ? "it draws" : "they draw");
    return sheet;
}

} // namespace fern
