#include "parts/power.h"

#include "parts/discharge.h"

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

/// Of a light emitter at a pin or rail of `volts`.
double emitterCurrent(const EmitterSpec& emitter, double volts)
{
    const double headroom = volts - inSi(emitter.forward);
    const double ohm = inSi(emitter.resistor);
    if (!(headroom > 0))
        return 0;
    return ohm > 0 ? headroom / ohm : inSi(emitter.most);
}

/// What flows out of a part, and what flows into one.
double outOf(const PartList& parts, const Part& source, Draw draw, int depth);

double into(const PartList& parts, const Part& part, Draw draw, int depth)
{
    const double own = currentOf(parts, part, draw);
    if (!gives(part) || depth > deepestTree)
        return own;
    const double out = outOf(parts, part, draw, depth + 1) + own;
    if (!part.regulator || bypassesRegulator(parts, part))
        return out;
    const auto& r = *part.regulator;
    const double quiescent = inSi(r.quiescent);
    if (r.kind == RegulatorKind::Linear)
        return out + quiescent;
    const double in = inputVolts(parts, part);
    return inSi(r.output) * out / (in * r.efficiencyPercent / 100) + quiescent;
}

double outOf(const PartList& parts, const Part& source, Draw draw, int depth)
{
    double sum = 0;
    for (const auto& part : parts)
        if (part.get() != &source && feederOf(parts, *part) == &source)
            sum += into(parts, *part, draw, depth);
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

double currentOf(const PartList& parts, const Part& part, Draw draw)
{
    if (!part.load && !part.emitter)
        return 0;
    const auto load = part.load.value_or(LoadSpec{});
    const double active =
        part.emitter ? emitterCurrent(*part.emitter, inputVolts(parts, part)) : inSi(load.active);
    const double activeShare = load.activePercent / 100;
    const double sleepShare = load.sleepPercent / 100;
    const double idleShare = 1 - activeShare - sleepShare;
    const double idle = part.emitter ? 0 : inSi(load.idle);
    const double sleep = part.emitter ? 0 : inSi(load.sleep);
    switch (draw) {
    case Draw::Average:
        return active * activeShare + sleep * sleepShare + idle * idleShare;
    case Draw::Active:
        return active;
    case Draw::Least:
        break;
    }
    constexpr double hair = 1e-9;
    double least = activeShare > hair ? active : std::numeric_limits<double>::infinity();
    if (sleepShare > hair)
        least = std::min(least, sleep);
    return idleShare > hair ? std::min(least, idle) : least;
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

bool hangsOn(const PartList& parts, const Part& part, const Part& source)
{
    const auto* feeder = feederOf(parts, part);
    for (std::size_t depth = 0; feeder != nullptr && depth < parts.size(); ++depth) {
        if (feeder == &source)
            return true;
        feeder = feederOf(parts, *feeder);
    }
    return false;
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

double leastInput(const RegulatorSpec& r)
{
    return r.kind == RegulatorKind::Boost ? inSi(r.inputLeast) : inSi(r.output) + inSi(r.dropOut);
}

bool bypassesRegulator(const PartList& parts, const Part& board)
{
    const auto* feeder = feederOf(parts, board);
    if (board.kind != PartKind::Board || !board.regulator || feeder == nullptr)
        return false;
    const double volts = outputVolts(*feeder);
    constexpr double near = 0.1; // of its supply
    return volts < leastInput(*board.regulator)
        && std::fabs(volts - inSi(board.supply)) <= near * inSi(board.supply)
        && (!board.levels || volts >= inSi(board.levels->supplyFrom));
}

double railVolts(const PartList& parts, const Part& part)
{
    return bypassesRegulator(parts, part) ? outputVolts(*feederOf(parts, part)) : outputVolts(part);
}

double inputVolts(const PartList& parts, const Part& part)
{
    const auto* feeder = feederOf(parts, part);
    return feeder == nullptr ? std::numeric_limits<double>::quiet_NaN() : railVolts(parts, *feeder);
}

std::vector<RailLoad> railLoads(const PartList& parts)
{
    std::vector<RailLoad> loads;
    for (const auto& part : parts) {
        if (!gives(*part))
            continue;
        const bool isPast = bypassesRegulator(parts, *part);
        // A board's regulator feeds the board itself too.
        const bool feedsItself = part->kind == PartKind::Board && part->regulator && !isPast;
        const auto flows = [&](Draw draw) {
            return outOf(parts, *part, draw, 0) + (feedsItself ? currentOf(parts, *part, draw) : 0);
        };
        loads.push_back({part.get(), railVolts(parts, *part), flows(Draw::Average),
            flows(Draw::Active), flows(Draw::Least), isPast ? 0 : limitOf(*part)});
    }
    return loads;
}

double regulatorHeat(const RegulatorSpec& regulator, double volts, double ampere)
{
    return (volts - inSi(regulator.output)) * ampere + volts * inSi(regulator.quiescent);
}

namespace {

/// The least voltage at which a part still works on what feeds it; 0 when nobody told it.
double leastVolts(const PartList& parts, const Part& part)
{
    if (part.regulator && !bypassesRegulator(parts, part))
        return leastInput(*part.regulator);
    return part.levels ? inSi(part.levels->supplyFrom) : 0;
}

/// What a battery gives until it is used up, or until the first part at it gives up.
void addUsable(RunTime& time, const PartList& parts, const Part& store)
{
    const auto& battery = *store.battery;
    double share = battery.usablePercent / 100;
    for (const auto& part : parts) {
        const double least = leastVolts(parts, *part);
        // One that never gets enough is another matter.
        if (feederOf(parts, *part) != &store || least > inSi(battery.voltage))
            continue;
        if (const double given = givenAbove(battery, least); given < share) {
            share = given;
            time.endsAt = part->id;
            time.endVolts = least;
        }
    }
    time.usableCoulomb = inSi(battery.capacity) * share;
    time.lostAmpere = selfDischarge(battery);
}

} // namespace

std::vector<RunTime> runTimes(const PartList& parts)
{
    std::vector<RunTime> times;
    for (const auto& store : parts) {
        if (!isStore(*store))
            continue;
        auto& time = times.emplace_back();
        time.source = store->id;
        time.averageAmpere = outOf(parts, *store, Draw::Average, 0);
        if (store->battery) {
            addUsable(time, parts, *store);
        } else {
            const auto& b = *store->bank;
            time.usableCoulomb = inSi(b.capacity) * b.usablePercent / 100 * b.efficiencyPercent
                / 100 * inSi(b.cellVoltage) / inSi(b.output);
        }
    }
    return times;
}

RunTime runTimeOf(const PartList& parts)
{
    const auto times = runTimes(parts);
    const auto lasts = [](const RunTime& time) {
        return time.averageAmpere > 0 ? time.seconds() : std::numeric_limits<double>::infinity();
    };
    const auto shortest = std::min_element(times.begin(), times.end(),
        [&](const RunTime& a, const RunTime& b) { return lasts(a) < lasts(b); });
    return shortest == times.end() ? RunTime{} : *shortest;
}

} // namespace fern
