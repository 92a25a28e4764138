#include "judge/cautions.h"

#include "judge/hazard.h"
#include "parts/catalogue.h"

#include <algorithm>

namespace fern {

namespace {

bool anyBank(const Instrument& in)
{
    return std::any_of(
        in.parts.begin(), in.parts.end(), [](const auto& part) { return part->bank.has_value(); });
}

bool anyBattery(const Instrument& in, std::initializer_list<Chemistry> chemistries)
{
    return std::any_of(in.parts.begin(), in.parts.end(), [&](const auto& part) {
        return part->battery
            && std::find(chemistries.begin(), chemistries.end(), part->battery->chemistry)
            != chemistries.end();
    });
}

/// Whether a part is of a class of the catalogue that the test accepts.
template <class Test> bool anyOfClass(const Instrument& in, Test accepts)
{
    return std::any_of(in.parts.begin(), in.parts.end(), [&](const auto& part) {
        return std::any_of(
            catalogue().begin(), catalogue().end(), [&](const CatalogueEntry& entry) {
                return entry.part.className == part->className && accepts(entry);
            });
    });
}

bool measures(const PlainInstrument& plain, const char* unit)
{
    const auto dimension = parseUnit(unit)->dimension;
    return std::any_of(plain.channels.begin(), plain.channels.end(),
        [&](const PlainChannel& c) { return c.unit.dimension == dimension; });
}

bool reads(const PlainInstrument& plain, SourceKind kind)
{
    return std::any_of(plain.channels.begin(), plain.channels.end(),
        [&](const PlainChannel& c) { return c.source.kind == kind; });
}

} // namespace

std::vector<Caution> cautionsOf(const Instrument& in, const PlainInstrument& plain)
{
    std::vector<Caution> cautions;
    const auto add = [&](bool applies, const char* title, const char* text) {
        if (applies)
            cautions.push_back({title, text});
    };
    const bool isHazardous = std::any_of(plain.channels.begin(), plain.channels.end(),
        [](const PlainChannel& c) { return hazardOf(c) != Hazard::None; });
    add(isHazardous, "Hazardous voltage",
        "A channel reaches a voltage that can kill. Use a rated meter, keep to the local rules and "
        "leave the wiring to a licensed electrician.");
    add(anyBattery(in, {Chemistry::LithiumIon, Chemistry::IronPhosphate}) || anyBank(in),
        "Lithium cells",
        "Use protected cells and a proper charger, charge with no more current than the cell "
        "bears, use no salvaged cell without a test, and put a fuse near the cell.");
    add(anyBattery(in, {Chemistry::LeadAcid, Chemistry::IronPhosphate}),
        "Vehicle and boat batteries",
        "Their short-circuit current melts wires. Fit a fuse close to the terminal, and keep away "
        "from starter circuits.");
    add(reads(plain, SourceKind::Node)
            || anyOfClass(in, [](const auto& entry) { return entry.category == "radio"; }),
        "Radio",
        "Bands, power and duty cycle are limited by local rules; look them up before sending.");
    add(measures(plain, "km/h"), "Speed",
        "This is no legal speedometer. Do not adjust it while moving.");
    add(measures(plain, "kg"), "Weight", "This is no scale for trade.");
    add(reads(plain, SourceKind::Waveform)
            || anyOfClass(in, [](const auto& entry) { return entry.id == "optical-pulse"; }),
        "Pulse", "This is no medical instrument. See a clinician about symptoms.");
    add(!in.parts.empty(), "Common ground",
        "While a USB cable is plugged in, the ground of the probe is the ground of the computer.");
    add(!in.parts.empty(), "Soldering", "Hot iron, hot parts, fumes: air the room, wash hands.");
    return cautions;
}

} // namespace fern
