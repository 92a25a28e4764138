// G08, G09, R18: can the stations of a radio be polled as it is set, and may they?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "judge/part_fix.h"
#include "judge/stations.h"
#include "world/air_time.h"
#include "world/radio_device.h"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <map>

#include <fmt/format.h>

namespace fern {

namespace {

Quantity inWholeTenths(double seconds)
{
    return {std::ceil(seconds * 10 - 1e-9) / 10, "s"};
}

/// All stations have their turn before the first one has it again.
void addCycle(const PlainDevice& device, const PlainInstrument& plain, Findings& out)
{
    const auto& d = *device.spec;
    const double slot = inSi(d.radio.slot);
    const auto each = valuesOfStations(device, plain);
    const auto stations = static_cast<double>(each.size());
    if (slot * stations <= inSi(d.every) * (1 + 1e-9))
        return;
    const auto every = inWholeTenths(slot * stations);
    out.push_back({"G08", Severity::Stop, "/devices/" + d.id,
        fmt::format("The slots of {} take longer than its cycle", d.name),
        fmt::format("{} in slots of {} need {}; each station is polled every {}. The next cycle "
                    "begins while the last station has not had its turn.",
            countText(std::ssize(each), "station"), durationText(slot),
            durationText(slot * stations), durationText(inSi(d.every))),
        "slots times their length against the cycle",
        {deviceFix(
            "Poll every " + toText(every), d, [every](Device& changed) { changed.every = every; })},
        {}});
}

/// A try has ended before the next one begins.
void addTries(const PlainDevice& device, const PlainInstrument& plain, Findings& out)
{
    const auto& d = *device.spec;
    const double each = inSi(d.radio.slot) / d.radio.tries;
    const auto stations = valuesOfStations(device, plain);
    const auto most = stations.empty() ? 1 : *std::max_element(stations.begin(), stations.end());
    const double reply = answerSeconds(d.radio, most);
    if (reply <= each * (1 + 1e-9))
        return;
    const auto slot = inWholeTenths(reply * d.radio.tries);
    out.push_back({"G08", Severity::Check, "/devices/" + d.id,
        fmt::format("A slot of {} is too short for {}", d.name,
            d.radio.tries == 1 ? std::string("its answer")
                               : fmt::format("{} tries", d.radio.tries)),
        fmt::format("{} {}, and a try has {}. What comes later falls into the next try, "
                    "or into the slot of another station.",
            most == 1 ? std::string("An answer takes")
                      : fmt::format("The {} answers of a station take", most),
            durationText(reply) + (d.radio.acknowledges ? " when each is said twice" : ""),
            durationText(each)),
        "the slot, shared evenly by its tries",
        {deviceFix("Give each slot " + toText(slot), d,
            [slot](Device& changed) { changed.radio.slot = slot; })},
        {}});
}

/// An answer cannot come before poll and answer were in the air.
void addInTheAir(const PlainDevice& device, Findings& out)
{
    const auto& d = *device.spec;
    const auto& air = d.radio.air;
    const double poll = airSeconds(air, air.pollBytes);
    const double answer = airSeconds(air, air.answerBytes);
    if (poll + answer <= inSi(d.radio.reply) * (1 + 1e-9))
        return;
    const Quantity reply{std::ceil((poll + answer) * 100) / 100, "s"};
    out.push_back({"G08", Severity::Check, "/devices/" + d.id,
        fmt::format("An answer to {} takes longer than {}", d.name, toText(d.radio.reply)),
        fmt::format("A poll of {} is in the air for {}, an answer of {} for {}.",
            countText(air.pollBytes, "byte"), durationText(poll),
            countText(air.answerBytes, "byte"), durationText(answer)),
        "time on air of the modulation",
        {deviceFix("Wait for " + toText(reply), d,
            [reply](Device& changed) { changed.radio.reply = reply; })},
        {}});
}

/// A share of the time in the air, of who polls or who answers.
void addShare(const PlainDevice& device, const std::vector<std::size_t>& stations, Findings& out)
{
    const auto& d = *device.spec;
    const double cycle = inSi(d.every);
    const double allowed = d.radio.air.sharePercent / 100;
    const auto shares = airShares(d.radio, stations, cycle);
    const double always = std::max(shares.base, shares.station);
    const double most = std::max(shares.baseMost, shares.stationMost);
    if (most <= allowed * (1 + 1e-9))
        return;
    const bool isBase = shares.baseMost >= shares.stationMost;
    const auto every = inWholeTenths(cycle * most / allowed);
    const auto percent = [](double share) { return significantText(100 * share, 2) + " %"; };
    Finding finding{"G09", always > allowed ? Severity::Stop : Severity::Check, "/devices/" + d.id,
        fmt::format("{} of {} {} in the air for {} of the time", isBase ? "The base" : "A station",
            d.name, always > allowed ? "is" : "can be", percent(most)),
        fmt::format("{} are allowed to one sender. With every message heard at once it is {}; "
                    "with {} of a slot it is {}. What a band allows is written in the rules "
                    "of the country.",
            percent(allowed), percent(isBase ? shares.base : shares.station),
            d.radio.tries == 1 ? std::string("the one try")
                               : fmt::format("the {} tries", d.radio.tries),
            percent(most)),
        "time on air of the modulation; 1 % is usual in shared bands, from memory", {}, {}};
    constexpr double longest = 86400; // seconds, of a cycle
    if (inSi(every) <= longest)
        finding.fixes.push_back(deviceFix(
            "Poll every " + toText(every), d, [every](Device& changed) { changed.every = every; }));
    out.push_back(std::move(finding));
}

} // namespace

void checkAirTime(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& device : plain.devices)
        if (device.spec->kind == DeviceKind::Radio
            && device.spec->radio.air.modulation != Modulation::NotTold) {
            addInTheAir(device, out);
            addShare(device, valuesOfStations(device, plain), out);
        }
}

void checkPollSlots(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& device : plain.devices)
        if (device.spec->kind == DeviceKind::Radio) {
            addCycle(device, plain, out);
            addTries(device, plain, out);
        }
}

void checkStationAddresses(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& device : plain.devices) {
        if (device.spec->kind != DeviceKind::Radio)
            continue;
        std::map<std::string, std::string> names;
        int highest = 0;
        for (const auto index : device.channels)
            highest = std::max(highest, plain.channels[index].source.node.address);
        for (const auto index : device.channels) {
            const auto& c = plain.channels[index];
            const auto [first, isNew] = names.emplace(fieldOf(c.source.node), c.name);
            if (isNew)
                continue;
            Finding finding{"R18", Severity::Stop, "/channels/" + c.id + "/source",
                fmt::format("{} and {} have one address", first->second, c.name),
                fmt::format(
                    "Two stations would answer when {} is polled, at the same time: what comes is "
                    "garbled, or the number of whichever is louder. A station that tells both "
                    "needs a name for each in its answers.",
                    c.source.node.address),
                "common practice", {}, {}};
            constexpr int last = 254;
            if (++highest <= last)
                finding.fixes.push_back({fmt::format("Give {} the address {}", c.name, highest),
                    [id = c.id, address = highest](const Instrument& before) {
                        return withChannelChanged(before, id,
                            [&](Channel& changed) { changed.source.node.address = address; });
                    }});
            out.push_back(std::move(finding));
        }
    }
}

} // namespace fern
