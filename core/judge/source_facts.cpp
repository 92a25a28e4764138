#include "judge/source_facts.h"

#include "base/number_text.h"
#include "base/time_zone.h"
#include "curves/formula.h"
#include "judge/words.h"
#include "reading/ladder.h"
#include "run/channel_run.h"
#include "run/settings.h"
#include "run/task_blocks.h"
#include "timing/costs.h"
#include "world/device.h"
#include "world/radio_device.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <fmt/ranges.h>

namespace fern {

namespace {

using Facts = std::vector<Fact>;

/// Hertz at a quantity of a pulse channel that gives a rate.
double hertzAt(const PlainChannel& c, double quantity)
{
    return c.source.pulses.perUnit * fromSi(quantity, c.unit);
}

Facts pulseFacts(const PlainChannel& c)
{
    const auto& p = c.source.pulses;
    const auto unit = prettyUnit(c.unit.name);
    Facts facts;
    if (p.gives == PulseGives::Rate) {
        const double most = hertzAt(c, c.to);
        facts.push_back({fmt::format("One {} is", unit), hertzText(p.perUnit), ""});
        facts.push_back({"Pulses over the range",
            quantitiesText(hertzAt(c, c.from), most, *parseUnit("Hz")), ""});
        if (most > 0)
            facts.push_back({"Shortest pulse",
                durationText(std::min(p.dutyPercent, 100 - p.dutyPercent) / 100 / most),
                "at the top of the range, the shorter of high and low"});
    } else {
        facts.push_back({fmt::format("One {} is", unit.empty() ? "unit" : unit),
            significantText(p.perUnit, 6) + " pulses", ""});
    }
    facts.push_back({"Bounce", durationText(inSi(p.bounce)),
        p.bounce.value > 0 ? "the contact opens and closes again" : "a clean edge"});
    return facts;
}

Facts clockFacts(const PlainChannel& c)
{
    const auto& clock = c.source.clock;
    const double perDay = std::fabs(clock.driftPpm) * 0.0864;
    Facts facts{{"Drift", significantText(perDay, 3) + " s", "a day"}};
    if (perDay > 0 && c.tolerance > 0)
        facts.push_back({"Off by " + differenceText(c, c.tolerance, 3),
            "after " + daysText(c.tolerance / perDay * 86400), "then it must be set again"});
    if (clock.setBy != ClockSetBy::Hand)
        facts.push_back(
            {"Set by", std::string(clockSetByWords[static_cast<std::size_t>(clock.setBy)]),
                "every " + toText(clock.setEvery)});
    return facts;
}

Facts uptimeFacts(const PlainChannel& c)
{
    const int bits = c.source.uptime.counterBits;
    return {{"Counter", fmt::format("{} bits", bits), "of milliseconds"},
        {"Rolls over after", daysText(std::ldexp(1e-3, bits)), "then it begins at zero again"}};
}

Facts networkFacts(const PlainChannel& c)
{
    if (!c.network)
        return {};
    return {{"Name", c.network->name, ""}, {"Address", c.network->address, ""},
        {"Joins", "after " + toText(c.network->joins), "nothing is told before"}};
}

Facts encoderFacts(const PlainInstrument& in, const PlainChannel& c)
{
    const auto& e = c.source.encoder;
    const auto pause = longestPause(in, c);
    Facts facts{{"Edges", std::to_string(e.edgesPerDetent), "a detent"}};
    if (e.input == PulseInput::Interrupt)
        facts.push_back({"Seen by", "interrupts", "one at each edge"});
    else
        facts.push_back({"Follows",
            significantText(1 / (pause.seconds * e.edgesPerDetent), 3) + " detents a second",
            pause.words + " takes " + durationText(pause.seconds)});
    return facts;
}

Facts matrixFacts(const PlainChannel& c)
{
    const auto& m = c.source.matrix;
    return {
        {"Keys", fmt::format("{} × {}", m.rows, m.columns), countText(m.rows + m.columns, "line")},
        {"Three at once", m.hasDiodes ? "are told apart" : "can show a fourth",
            m.hasDiodes ? "a diode at each key" : "without diodes"}};
}

Facts ladderFacts(const PlainChannel& c)
{
    const auto windows = ladderWindows(c.source.ladder, converterOf(c));
    if (windows.empty())
        return {};
    const auto tightest = std::min_element(windows.begin(), windows.end(),
        [](const LadderWindow& a, const LadderWindow& b) { return a.margin < b.margin; });
    return {{"Keys", std::to_string(c.source.ladder.keys.size()), "at one input"},
        {"Least margin", fmt::format("{:.0f} counts", tightest->margin),
            fmt::format("beside {}", tightest->isOpen ? "no key" : tightest->name)},
        {"Noise", significantText(c.noiseLsb, 2) + " counts", "rms of the converter"}};
}

/// The channels that a channel's device tells, itself among them.
std::vector<const PlainChannel*> toldWith(const PlainInstrument& in, const PlainChannel& c)
{
    std::vector<const PlainChannel*> all;
    for (const auto& other : in.channels)
        if (other.device == c.device)
            all.push_back(&other);
    return all;
}

Facts serialFacts(const PlainInstrument& in, const PlainChannel& c, double every)
{
    const auto& s = *c.device;
    const double bytes = bytesInPeriod(s.kind, toldWith(in, c).size());
    const double seconds = serialSeconds(s.serial, bytes);
    Facts facts{{"Line",
        s.serial.port == SerialPort::Usb ? std::string("native USB")
                                         : fmt::format("{} baud", s.serial.baud),
        s.serial.port == SerialPort::Usb ? "the rate set does not count" : "ten bits a byte"}};
    if (seconds > 0)
        facts.push_back({"Takes", durationText(seconds),
            fmt::format("for {} bytes, {:.0f} % of the line", significantText(bytes, 4),
                100 * seconds / every)});
    return facts;
}

void append(Facts& facts, Facts more)
{
    facts.insert(facts.end(), more.begin(), more.end());
}

Facts toldFacts(const PlainInstrument& in, const PlainChannel& c)
{
    const auto& s = c.source;
    const double every = inSeconds(c.sampleEvery);
    if (s.kind == SourceKind::KeyCodes)
        return {{"A held key repeats", "every " + toText(c.device->repeatEvery), ""},
            {"Codes", "32 bits",
                s.keyCodes.hasComplements ? "with complements, so damage is seen"
                                          : "without complements: damage is not seen"}};
    if (s.kind == SourceKind::Labels)
        return serialFacts(in, c, 1);
    if (s.kind == SourceKind::Node) {
        const auto& radio = c.device->radio;
        return {{"Address", std::to_string(s.node.address),
                    s.node.name.empty() ? "" : "this value is its " + s.node.name},
            {"Polled", "every " + durationText(every), "slot " + toText(radio.slot)},
            {"Lost for good",
                significantText(
                    100 * std::pow(1 - std::pow(1 - s.node.lossPercent / 100, 2), radio.tries), 2)
                    + " %",
                fmt::format("of the polls, after {} tries{}", radio.tries,
                    radio.acknowledges ? ", answers said once more not counted" : "")}};
    }
    if (s.kind == SourceKind::Receiver) {
        Facts facts{{"Cold start", toText(c.device->fix.coldStart), "until the first fix"},
            {"Tells", "every " + durationText(every), "position, speed and time"}};
        append(facts, serialFacts(in, c, every));
        return facts;
    }
    Facts facts{{"Tells", "every " + durationText(every), ""}};
    append(facts, serialFacts(in, c, every));
    return facts;
}

/// What the keys of a setting do: "up, down", "typed, # confirms".
std::string keysInWords(const Setting& setting)
{
    std::vector<std::string> words;
    const auto add = [&](const std::string& name, std::string_view does) {
        if (!name.empty())
            words.push_back(name + std::string(does));
    };
    add(setting.up, "");
    add(setting.down, "");
    add(setting.seek, setting.seeking ? " seeks" : "");
    if (setting.entry)
        add(setting.entry->confirm, " takes what is typed");
    return fmt::format("{}", fmt::join(words, ", "));
}

/// The settings that a formula reads, and what a channel drives.
void addSettingsAndOutputs(
    Facts& facts, const PlainInstrument& in, const PlainChannel& c, double at)
{
    const auto formula = c.source.kind == SourceKind::Derived
        ? Formula::parse(c.source.derived.formula, in.formulaNames)
        : Result<Formula>(Error{});
    const auto names = formula ? formula->variables() : std::vector<std::string>();
    for (const auto& plain : in.settings)
        if (const auto& setting = plain.spec;
            std::find(names.begin(), names.end(), setting.id) != names.end())
            facts.push_back({"Setting " + setting.name,
                fmt::format("{} … {}", toText(setting.least), toText(setting.most)),
                setting.by.empty()
                    ? fmt::format("in steps of {}; nothing changes it yet", toText(setting.step))
                    : fmt::format("in steps of {} by {}: {}", toText(setting.step), setting.by,
                        keysInWords(setting))});
    for (const auto& output : in.outputs)
        if (const auto& o = output.spec; o.from == c.id)
            facts.push_back({"Drives " + o.name,
                fmt::format("{} {}", significantText(outputOf(output, at), 4),
                    prettyUnit(o.lowOutput.unit)),
                fmt::format("{}, {} … {} from {} to {}, every {}",
                    outputKindWords[static_cast<std::size_t>(o.kind)], toText(o.lowOutput),
                    toText(o.highOutput), toText(o.low), toText(o.high), toText(o.every))});
    for (const auto& output : in.outputs)
        if (const auto& o = output.spec; o.from == c.id && isInDegrees(o))
            facts.push_back(
                {"Pulse of " + o.name, durationText(pulseOf(o.servo, outputOf(output, at))),
                    fmt::format("{} … {} over {}", toText(o.servo.leastPulse),
                        toText(o.servo.mostPulse), toText(o.servo.travel))});
    for (const auto& output : in.outputs)
        if (const auto& o = output.spec; o.from == c.id && o.kind == OutputKind::Motor)
            facts.push_back({"Way of " + o.name, toText(o.motor.endToEnd),
                fmt::format("from end to end, {} switches at the ends",
                    o.motor.hasEndStops ? "with" : "without")});
        else if (output.station && o.from == c.id)
            facts.push_back({o.name + " is sent", "with the polls",
                "of the station of " + in.channels[*output.station].name});
    for (const auto& output : in.outputs)
        if (const auto& sequence = output.spec.sequence; sequence.by == c.id) {
            Ticks lasts;
            for (const auto& move : output.moves)
                lasts += move.lasts;
            facts.push_back(
                {fmt::format("On {} moves {}",
                     sequence.acknowledges ? "each key that did something" : sequence.name,
                     output.spec.name),
                    fmt::format("{}, {}", countText(std::ssize(output.moves), "move"),
                        durationText(inSeconds(lasts))),
                    fmt::format("{}{}; a code meanwhile {}",
                        output.drawn > 0 ? "draws " + ampereText(output.drawn) + ", " : "",
                        sequence.blocks ? "the program waits, and hears nothing meanwhile"
                                        : "beside the rest of the program",
                        sequence.restarts ? "begins it again" : "does not count")});
        }
}

} // namespace

std::string sourceInWords(const Source& s)
{
    constexpr std::size_t longestFormula = 30; // a longer one stands in its field
    const auto word = [](auto value, const auto& words) {
        return std::string(words[static_cast<std::size_t>(value)]);
    };
    switch (s.kind) {
    case SourceKind::Pulses:
        return s.pulses.means == CountMeans::EachLook
            ? "each look while high"
            : fmt::format("{}, {}", word(s.pulses.means, countMeansWords),
                word(s.pulses.input, pulseInputWords));
    case SourceKind::Receiver:
        return "receiver: " + word(s.receiver.gives, receiverGivesWords);
    case SourceKind::Computer:
        return "computer: " + word(s.computer, computerGivesWords);
    case SourceKind::Encoder:
        return "encoder, " + word(s.encoder.input, pulseInputWords);
    case SourceKind::KeyMatrix:
        return fmt::format("{} keys in a matrix", s.matrix.rows * s.matrix.columns);
    case SourceKind::Lines:
    case SourceKind::Words:
        return s.lines.key.empty() ? fmt::format("column {}", s.lines.column)
                                   : fmt::format("line {}", s.lines.key);
    case SourceKind::Node:
        return "node " + fieldOf(s.node);
    case SourceKind::KeyLadder:
        return fmt::format("{} keys over resistors", s.ladder.keys.size());
    case SourceKind::Derived:
        if (s.derived.kind == DerivedKind::Formula)
            return s.derived.formula.size() <= longestFormula ? s.derived.formula
                                                              : std::string("a formula");
        return s.derived.kind == DerivedKind::Next ? fmt::format("next of {} times", s.names.size())
                                                   : word(s.derived.kind, derivedKindWords);
    case SourceKind::Analog:
    case SourceKind::Waveform:
    case SourceKind::Switch:
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Clock:
    case SourceKind::Uptime:
        break;
    case SourceKind::Network:
        return "network " + word(s.network, networkGivesWords);
    }
    return word(s.kind, sourceKindWords);
}

std::string sourceScaleInWords(const PlainChannel& c)
{
    const auto unit = prettyUnit(c.unit.name);
    const auto scaling = scalingOf(c);
    if (c.scaling.kind != ScalingKind::FromParts)
        return scalingInWords(scaling, unit);
    if (c.source.kind == SourceKind::Pulses) {
        const auto& p = c.source.pulses;
        return p.gives == PulseGives::Total
            ? fmt::format(
                "{} = pulses ÷ {}", unit.empty() ? "total" : unit, significantText(p.perUnit, 6))
            : fmt::format("{} = pulses in {} ÷ {} ÷ {}", unit,
                durationText(inSeconds(c.sampleEvery)),
                significantText(inSeconds(c.sampleEvery), 4), significantText(p.perUnit, 6));
    }
    if (c.source.kind == SourceKind::Encoder)
        return fmt::format("{} = detents ÷ {}", unit.empty() ? "position" : unit,
            significantText(c.source.encoder.perUnit, 6));
    if (c.source.kind == SourceKind::Waveform)
        return fmt::format(
            "{} = {} ÷ median of the last three intervals", unit, significantText(scaling.gain, 6));
    if (scaling.gain == 1 && scaling.offset == 0)
        return "nothing to scale: it comes in " + (unit.empty() ? "plain numbers" : unit);
    return fmt::format("{} = {} × {}{}", unit, significantText(scaling.gain, 7),
        prettyUnit(c.readingUnit.name),
        scaling.offset == 0 ? "" : fmt::format(" {:+}", scaling.offset));
}

std::vector<Fact> sourceFacts(const PlainInstrument& in, const PlainChannel& c)
{
    switch (c.source.kind) {
    case SourceKind::Pulses:
        return pulseFacts(c);
    case SourceKind::Encoder:
        return encoderFacts(in, c);
    case SourceKind::KeyMatrix:
        return matrixFacts(c);
    case SourceKind::KeyLadder:
        return ladderFacts(c);
    case SourceKind::Waveform: {
        const auto& w = c.source.waveform;
        return {{"Pin over a beat", voltsText(inSi(w.base), inSi(w.base) + inSi(w.swing), 3),
                    "reference " + voltText(c.reference)},
            {"Fastest beat told", significantText(60 / inSi(w.refractory), 3) + " a minute",
                "one in each refractory time"}};
    }
    case SourceKind::Switch:
        return {{"Bounce", toText(c.source.contact.bounce), ""},
            {"Pressed is", c.source.contact.isPressedLow ? "low" : "high",
                c.source.contact.isPressedLow ? "a pull-up holds the pin"
                                              : "a pull-down holds the pin"}};
    case SourceKind::Clock:
        return clockFacts(c);
    case SourceKind::Uptime:
        return uptimeFacts(c);
    case SourceKind::Network:
        return networkFacts(c);
    case SourceKind::Analog:
    case SourceKind::Derived:
        return {};
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Receiver:
    case SourceKind::Lines:
    case SourceKind::Words:
    case SourceKind::Node:
    case SourceKind::Computer:
        break;
    }
    auto facts = toldFacts(in, c);
    std::string others;
    for (const auto* other : toldWith(in, c))
        if (other->id != c.id)
            others += (others.empty() ? "" : ", ") + other->name;
    if (!others.empty())
        facts.push_back({"Told by", c.device->name, "which also tells " + others});
    return facts;
}

Ticks pollTurn(const PlainInstrument& in, const PlainChannel& c)
{
    const auto told = toldWith(in, c);
    std::vector<int> addresses;
    for (const auto* other : told)
        addresses.push_back(other->source.node.address);
    const auto own = std::find(told.begin(), told.end(), &c) - told.begin();
    return ticksFromSeconds(inSi(c.device->radio.slot))
        * static_cast<std::int64_t>(stationsOf(addresses)[static_cast<std::size_t>(own)]);
}

std::vector<Fact> sourceReadingFacts(const PlainInstrument& in, const PlainChannel& c, double at)
{
    const auto& s = c.source;
    Facts facts{{"Read as", sourceInWords(s), ""}};
    const double step = countAt(c, at);
    if (step > 0)
        facts.push_back({"Smallest step", differenceText(c, step, 3),
            s.kind == SourceKind::Encoder ? "one detent"
                : s.kind != SourceKind::Pulses && s.kind != SourceKind::Waveform
                ? "the last digit told"
                : s.kind == SourceKind::Waveform ? "one sample between two beats, at the value now"
                : s.pulses.gives == PulseGives::Rate ? "one pulse in a gate"
                                                     : "one pulse"});
    if (s.kind == SourceKind::Pulses) {
        const double turn = turnSeconds(in, c.loop);
        if (s.pulses.input == PulseInput::Polled)
            facts.push_back({"Looks", "every " + durationText(turn), "while nothing else runs"});
        if (s.pulses.gives == PulseGives::Rate)
            facts.push_back({"Gate", durationText(inSeconds(c.sampleEvery)), ""});
        facts.push_back({"Hold-off", durationText(inSi(s.pulses.holdOff)), "after a counted edge"});
    } else if (s.kind == SourceKind::KeyCodes) {
        facts.push_back({"Hold-off", toText(s.keyCodes.holdOff), "after a code that counted"});
        facts.push_back({"Names", std::to_string(s.names.size()), "codes that have one"});
    } else if (s.kind == SourceKind::Labels) {
        facts.push_back({"Same label again", "after " + toText(s.labels.holdOff), ""});
        facts.push_back({"Check digit", s.labels.checksDigit ? "checked" : "not checked",
            "of 8, 12, 13, 14 and 18 digits"});
    } else if (s.kind == SourceKind::Switch) {
        facts.push_back(
            {"Debounce", toText(s.contact.debounce), "a level counts when it has lasted"});
    } else if (s.kind == SourceKind::KeyMatrix) {
        facts.push_back({"Scanned", "every " + durationText(inSeconds(c.sampleEvery)),
            "one row after another is drawn low"});
        facts.push_back(
            {"Debounce", toText(s.matrix.debounce), "a key counts when it has been seen"});
    } else if (s.kind == SourceKind::Clock) {
        const auto rule = parseZoneRule(s.clock.zone);
        facts.push_back({"Zone", rule ? zoneInWords(*rule) : s.clock.zone,
            fmt::format("the rule {}, whose sign counts west", s.clock.zone)});
    }
    if (s.kind == SourceKind::Derived && s.derived.kind == DerivedKind::Formula)
        facts.push_back({"May use", "min, max, previous, age, and, or, not, ? :",
            fmt::format("{}", fmt::join(in.formulaNames, ", "))});
    addSettingsAndOutputs(facts, in, c, at);
    return facts;
}

} // namespace fern
