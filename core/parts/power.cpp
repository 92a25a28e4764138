#include "parts/power.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace fern {

namespace {

constexpr int deepestTree = 16; ///< of feeders; a deeper one is a loop

bool isSource(const Part& part)
{
    return isStore(part) || part.outside;
}

bool gives(const Part& part)
{
    return isSource(part) || part.kind == PartKind::Regulator || part.kind == PartKind::Board;
}

double drawn(const Part& part, bool isPeak)
{
    return isPeak ? activeCurrent(part) : averageCurrent(part);
}

/// What flows out of a part, and what flows into one.
double outOf(const PartList& parts, const Part& source, bool isPeak, int depth);

double into(const PartList& parts, const Part& part, bool isPeak, int depth)
{
    const double own = drawn(part, isPeak);
    if (!gives(part) || depth > deepestTree)
        return own;
    const double out = outOf(parts, part, isPeak, depth + 1) + own;
    if (!part.regulator)
        return out;
    const auto& r = *part.regulator;
    const double quiescent = inSi(r.quiescent);
    if (r.kind == RegulatorKind::Linear)
        return out + quiescent;
    const double in = inputVolts(parts, part);
    return inSi(r.output) * out / (in * r.efficiencyPercent / 100) + quiescent;
}

double outOf(const PartList& parts, const Part& source, bool isPeak, int depth)
{
    double sum = 0;
    for (const auto& part : parts)
        if (part.get() != &source && feederOf(parts, *part) == &source)
            sum += into(parts, *part, isPeak, depth);
    return sum;
}

double limitOf(const Part& part)
{
    return part.regulator ? inSi(part.regulator->limit)
        : part.bank       ? inSi(part.bank->limit)
        : part.outside    ? inSi(part.outside->limit)
                          : 0;
}

} // namespace

bool isStore(const Part& part)
{
    return part.battery || part.bank;
}

const Quantity& capacityOf(const Part& store)
{
    return store.bank ? store.bank->capacity : store.battery->capacity;
}

double energyOf(const Part& store)
{
    return inSi(capacityOf(store))
        * inSi(store.bank ? store.bank->cellVoltage : store.battery->voltage);
}

const Part* mainSource(const PartList& parts)
{
    const auto found =
        std::find_if(parts.begin(), parts.end(), [](const auto& part) { return isSource(*part); });
    return found == parts.end() ? nullptr : found->get();
}

double activeCurrent(const Part& part)
{
    return part.load ? inSi(part.load->active) : 0;
}

double averageCurrent(const Part& part)
{
    if (!part.load)
        return 0;
    const auto& l = *part.load;
    const double active = l.activePercent / 100;
    const double sleep = l.sleepPercent / 100;
    return inSi(l.active) * active + inSi(l.sleep) * sleep + inSi(l.idle) * (1 - active - sleep);
}

const Part* feederOf(const PartList& parts, const Part& part)
{
    const auto first = [&](auto matches) -> const Part* {
        const auto found = std::find_if(parts.begin(), parts.end(),
            [&](const auto& other) { return other.get() != &part && matches(*other); });
        return found == parts.end() ? nullptr : found->get();
    };
    if (!part.fedBy.empty())
        return first([&](const Part& other) { return other.id == part.fedBy; });
    if (isSource(part))
        return nullptr;
    if (part.kind == PartKind::Board || part.kind == PartKind::Regulator)
        return mainSource(parts);
    return first([](const Part& other) { return other.kind == PartKind::Board; });
}

double outputVolts(const Part& part)
{
    if (part.battery)
        return inSi(part.battery->voltage);
    if (part.bank)
        return inSi(part.bank->output);
    if (part.outside)
        return inSi(part.outside->output);
    if (part.regulator)
        return inSi(part.regulator->output);
    return part.kind == PartKind::Board ? inSi(part.supply) : 0;
}

double inputVolts(const PartList& parts, const Part& part)
{
    const auto* feeder = feederOf(parts, part);
    return feeder == nullptr ? std::numeric_limits<double>::quiet_NaN() : outputVolts(*feeder);
}

std::vector<RailLoad> railLoads(const PartList& parts)
{
    std::vector<RailLoad> loads;
    for (const auto& part : parts) {
        if (!gives(*part))
            continue;
        RailLoad load{part.get(), outputVolts(*part), outOf(parts, *part, false, 0),
            outOf(parts, *part, true, 0), limitOf(*part)};
        // A board's regulator feeds the board itself too.
        if (part->kind == PartKind::Board && part->regulator) {
            load.average += averageCurrent(*part);
            load.peak += activeCurrent(*part);
        }
        loads.push_back(load);
    }
    return loads;
}

double regulatorHeat(const RegulatorSpec& regulator, double volts, double ampere)
{
    return (volts - inSi(regulator.output)) * ampere + volts * inSi(regulator.quiescent);
}

RunTime runTimeOf(const PartList& parts)
{
    const auto store =
        std::find_if(parts.begin(), parts.end(), [](const auto& part) { return isStore(*part); });
    if (store == parts.end())
        return {};
    const auto& part = **store;
    RunTime time{part.id, outOf(parts, part, false, 0), 0};
    if (part.battery) {
        time.usableCoulomb = inSi(part.battery->capacity) * part.battery->usablePercent / 100;
    } else {
        const auto& b = *part.bank;
        time.usableCoulomb = inSi(b.capacity) * b.usablePercent / 100 * b.efficiencyPercent / 100
            * inSi(b.cellVoltage) / inSi(b.output);
    }
    return time;
}

} // namespace fern
