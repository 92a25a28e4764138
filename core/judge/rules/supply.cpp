// P11, P12, P13, P15, P16, P17, P23, P24: what feeds the parts, for how long, and what can burn.

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "judge/hazard.h"
#include "judge/part_fix.h"
#include "judge/words.h"
#include "parts/catalogue.h"
#include "parts/power.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

std::string placeOf(const Part& part)
{
    return "/parts/" + part.id;
}

/// Another part that could feed, with the same voltage: the store or a regulator.
const Part* otherFeeder(const Instrument& in, const Part& part, const Part& now)
{
    for (const auto& other : in.parts)
        if (other.get() != &part && other.get() != &now && other->kind != PartKind::Board
            && outputVolts(*other) > 0 && part.levels
            && outputVolts(*other) >= inSi(part.levels->supplyFrom)
            && outputVolts(*other) <= inSi(part.levels->supplyTo))
            return other.get();
    return nullptr;
}

/// The first supply of the catalogue whose voltage the part bears; null where none fits.
const Part* newFeeder(const Part& part)
{
    for (const auto& entry : catalogue())
        if (entry.part.kind == PartKind::Outside && part.levels
            && outputVolts(entry.part) >= inSi(part.levels->supplyFrom)
            && outputVolts(entry.part) <= inSi(part.levels->supplyTo))
            return &entry.part;
    return nullptr;
}

/// Adds a supply, and feeds the part from it; the board too where nothing feeds it.
Fix feedFromNew(const Part& part, const Part& supply)
{
    return {fmt::format("Feed {} from a {}", partName(part), supply.className),
        [id = part.id, supply](const Instrument& before) -> Result<Instrument> {
            auto added = withPartAdded(before, supply);
            if (!added)
                return added;
            auto out = *std::move(added);
            const auto feeder = out.parts.back()->id;
            for (auto& each : out.parts)
                if (each->id == id || (each->kind == PartKind::Board && each->fedBy.empty())) {
                    Part fed = *each;
                    fed.fedBy = feeder;
                    each = std::make_shared<const Part>(std::move(fed));
                }
            return accepted(std::move(out));
        }};
}

std::vector<Fix> feedElsewhere(const Instrument& in, const Part& part, const Part& now)
{
    const auto* other = otherFeeder(in, part, now);
    if (other == nullptr)
        return {};
    return {partFix(fmt::format("Feed {} from {}", partName(part), partName(*other)), part.id,
        [id = other->id](Part& p) { p.fedBy = id; })};
}

/// The part with the largest active current among those that `source` feeds; null when it feeds
/// none.
const Part* largestLoad(const Instrument& in, const Part& source)
{
    const Part* largest = nullptr;
    for (const auto& part : in.parts)
        if (feederOf(in.parts, *part) == &source
            && (largest == nullptr
                || currentOf(in.parts, *part, Draw::Active)
                    > currentOf(in.parts, *largest, Draw::Active)))
            largest = part.get();
    return largest;
}

} // namespace

void checkRailOverload(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& rail : railLoads(in.parts)) {
        if (rail.source->kind == PartKind::Board || rail.limit <= 0 || rail.peak <= rail.limit)
            continue;
        const auto* largest = largestLoad(in, *rail.source);
        out.push_back({"P11", Severity::Stop, placeOf(*rail.source),
            fmt::format("{} gives {}, {} are drawn", partName(*rail.source), ampereText(rail.limit),
                ampereText(rail.peak)),
            fmt::format("With everything active at once. The largest load is {} with {}.",
                partName(*largest), ampereText(currentOf(in.parts, *largest, Draw::Active))),
            "limit of the part's class", feedElsewhere(in, *largest, *rail.source), {}});
    }
    for (const auto& part : in.parts) {
        const auto* feeder = feederOf(in.parts, *part);
        if (!part->load || !part->load->isMotor || feeder == nullptr
            || feeder->kind != PartKind::Board)
            continue;
        out.push_back({"P11", Severity::Check, placeOf(*part),
            fmt::format("{} hangs on the logic supply", partName(*part)),
            "A motor pulls several times its usual current when it starts; the supply dips and the "
            "board resets. Give it a supply of its own, with a common ground.",
            "common practice", feedElsewhere(in, *part, *feeder), {}});
    }
}

namespace {

constexpr double ambient = 35; ///< °C, inside a small case
constexpr double hottest = 125; ///< °C, of a junction
constexpr double margin = 15; ///< kelvin below it that a planner wants

std::vector<Fix> useSwitching(const Part& part)
{
    return {partFix("Use a switching regulator", part.id,
        [](Part& p) { p.regulator->kind = RegulatorKind::Switching; })};
}

void checkOneRegulator(const RailLoad& rail, double in, Findings& out)
{
    const auto& part = *rail.source;
    const auto& r = *part.regulator;
    const double least = leastInput(r);
    const bool isBoost = r.kind == RegulatorKind::Boost;
    if (in < least)
        out.push_back({"P12", Severity::Stop, placeOf(part),
            fmt::format("{} wants {}, it gets {}", partName(part), voltText(least), voltText(in)),
            isBoost ? std::string("Below that a boost converter does not start.")
                    : fmt::format("Its output of {} needs {} more at the input.",
                        voltText(inSi(r.output)), voltText(inSi(r.dropOut))),
            "common practice: a linear 5 V regulator wants about 7 V", {}, {}});
    if (isBoost && in > inSi(r.output))
        out.push_back({"P12", Severity::Stop, placeOf(part),
            fmt::format("{} passes {} on", partName(part), voltText(in)),
            fmt::format("A boost converter only raises: above its output of {} its input goes "
                        "straight through to what it feeds.",
                voltText(inSi(r.output))),
            "the inductor and the diode lie in series", {}, {}});
    if (in > inSi(r.inputMost))
        out.push_back({"P12", Severity::Stop, placeOf(part),
            fmt::format("{} bears {}, it gets {}", partName(part), voltText(inSi(r.inputMost)),
                voltText(in)),
            "Above its highest input a regulator is destroyed.", "absolute maximum of the class",
            {}, {}});
    if (r.kind != RegulatorKind::Linear || in < least)
        return;
    const double heat = regulatorHeat(r, in, rail.peak);
    const double junction = ambient + heat * r.kelvinPerWatt;
    if (junction > hottest - margin)
        out.push_back({"P12", junction > hottest ? Severity::Stop : Severity::Check, placeOf(part),
            fmt::format(
                "{} gets {} °C hot", partName(part), significantText(std::round(junction), 3)),
            fmt::format("({} − {}) · {} and its own current are {} W; with {} K/W above {} °C. "
                        "The junction bears {} °C.",
                voltText(in), voltText(inSi(r.output)), ampereText(rail.peak),
                significantText(heat, 3), significantText(r.kelvinPerWatt, 3), ambient, hottest),
            "heat = (Vin − Vout)·I, limit of silicon", useSwitching(part), {}});
}

} // namespace

void checkRegulator(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& rail : railLoads(in.parts))
        if (const double volts = inputVolts(in.parts, *rail.source); rail.source->regulator
            && !std::isnan(volts) && !bypassesRegulator(in.parts, *rail.source))
            checkOneRegulator(rail, volts, out);
    for (const auto& part : in.parts) {
        const double volts = inputVolts(in.parts, *part);
        if (part->kind == PartKind::Board || !part->levels || std::isnan(volts))
            continue;
        const double least = inSi(part->levels->supplyFrom);
        const double most = inSi(part->levels->supplyTo);
        if (volts >= least && volts <= most)
            continue;
        const auto* feeder = feederOf(in.parts, *part);
        auto fixes = feedElsewhere(in, *part, *feeder);
        if (const auto* supply = newFeeder(*part); fixes.empty() && supply != nullptr)
            fixes.push_back(feedFromNew(*part, *supply));
        out.push_back({"P12", Severity::Stop, placeOf(*part),
            fmt::format("{} works from {} to {}, it gets {}", partName(*part), voltText(least),
                voltText(most), voltText(volts)),
            fmt::format("{} feeds it.", partName(*feeder)), "supply range of the part's class",
            std::move(fixes), {}});
    }
}

void checkHazard(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const auto hazard = hazardOf(c);
        if (hazard == Hazard::None)
            continue;
        const bool isDry = hazard == Hazard::Always;
        out.push_back({"P15", isDry ? Severity::Stop : Severity::Check,
            "/channels/" + c.id + "/wish",
            fmt::format("{} reaches {}: hazardous{}", c.name, valueText(c, c.to, 4),
                isDry ? "" : " where it is wet"),
            "Use a rated meter, keep to the local rules and leave the wiring to a licensed "
            "electrician. The front end of this channel is not planned here.",
            "extra-low-voltage limits used with IEC 61140: 50 V AC or 120 V DC, wet 25 V AC or 60 "
            "V DC",
            {}, {}});
    }
}

void checkBatteryCare(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& part : in.parts) {
        if (!part->battery)
            continue;
        const auto& b = *part->battery;
        const bool isLithium =
            b.chemistry == Chemistry::LithiumIon || b.chemistry == Chemistry::IronPhosphate;
        if (!b.isFused && (isLithium || b.chemistry == Chemistry::LeadAcid))
            out.push_back({"P16", Severity::Check, placeOf(*part),
                fmt::format("{} has no fuse", partName(*part)),
                "Its short-circuit current melts wires and starts fires. The fuse sits close to "
                "the terminal.",
                "common practice; local rules for vehicles and boats",
                {partFix("Fit a fuse", part->id, [](Part& p) { p.battery->isFused = true; })}, {}});
        if (isLithium && !b.isProtected)
            out.push_back({"P16", Severity::Check, placeOf(*part),
                fmt::format("{} has no protection", partName(*part)),
                "Lithium cells want protection against overcharge, deep discharge and short "
                "circuit, a proper charger, and no salvaged cells without a test.",
                "common practice",
                {partFix("Use protected cells", part->id,
                    [](Part& p) { p.battery->isProtected = true; })},
                {}});
    }
}

void checkDecoupling(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& part : in.parts)
        if (part->kind == PartKind::Regulator && !part->regulator->isDecoupled)
            out.push_back({"P17", Severity::Note, placeOf(*part),
                fmt::format("{} has no capacitors", partName(*part)),
                "Without a capacitor close to its input and its output a regulator can oscillate; "
                "its data sheet names them.",
                "common practice",
                {partFix("Fit capacitors at both sides", part->id,
                    [](Part& p) { p.regulator->isDecoupled = true; })},
                {}});
}

void checkBankSwitchesOff(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& rail : railLoads(in.parts)) {
        if (!rail.source->bank || rail.least >= inSi(rail.source->bank->offBelow))
            continue;
        // One that sleeps only for moments may stay on: nobody told for how long it sleeps.
        const bool isSure = rail.average < inSi(rail.source->bank->offBelow);
        out.push_back({"P23", isSure ? Severity::Check : Severity::Note, placeOf(*rail.source),
            fmt::format("{} switches itself off below {}", partName(*rail.source),
                ampereText(inSi(rail.source->bank->offBelow))),
            isSure ? fmt::format("On average only {} are drawn. Take a bank that stays on, or "
                                 "cells behind a regulator.",
                ampereText(rail.average))
                   : fmt::format("While everything is calm only {} are drawn. Banks wait some 20 s "
                                 "before they switch off: no calm may last so long.",
                       ampereText(rail.least)),
            "common practice", {}, {}});
    }
}

void checkBoardOutput(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& rail : railLoads(in.parts)) {
        if (rail.source->kind != PartKind::Board || rail.limit <= 0 || rail.peak <= rail.limit)
            continue;
        const auto* largest = largestLoad(in, *rail.source);
        out.push_back({"P24", Severity::Stop, placeOf(*rail.source),
            fmt::format("The board's own {} output gives {}, {} are drawn", voltText(rail.volts),
                ampereText(rail.limit), ampereText(rail.peak)),
            fmt::format("The board itself takes {}.{}",
                ampereText(currentOf(in.parts, *rail.source, Draw::Active)),
                largest == nullptr
                    ? ""
                    : fmt::format(" The largest load on it is {} with {}.", partName(*largest),
                        ampereText(currentOf(in.parts, *largest, Draw::Active)))),
            "limit of the board's class",
            largest == nullptr ? std::vector<Fix>{} : feedElsewhere(in, *largest, *rail.source),
            {}});
    }
}

} // namespace fern
