#pragma once
// The keys of the instrument file, for reading and writing alike.

#include "instrument/instrument.h"
#include "parts/price.h"

namespace fern {

template <class Archive> void describe(Archive& a, InstrumentWish& w)
{
    a.quantity("hours", w.hours, "s", Range::notNegative());
    a.quantity("readingDistance", w.readingDistance, "m", Range::positive());
    a.text("budget", w.budget);
    a.extras(w.extras);
}

template <class Archive> void describe(Archive& a, ChannelWish& w)
{
    a.anyQuantity("from", w.from);
    const std::string unit = w.from.unit;
    a.quantity("to", w.to, unit);
    a.difference("step", w.step, unit, Range::positive());
    a.difference("tolerance", w.tolerance, unit, Range::positive());
    a.quantity("freshness", w.freshness, "s", Range::positive());
    if constexpr (Archive::isReading)
        if (!a.failed() && !(inSi(w.to) > inSi(w.from)))
            a.failAt("to", "the wished range must end above its start");
    a.extras(w.extras);
}

template <class Archive> void describe(Archive& a, Channel& c)
{
    a.text("id", c.id);
    a.text("name", c.name);
    a.object("wish", c.wish);
    a.object("source", c.source);
    if (c.source.kind == SourceKind::Analog) {
        a.object("sensor", c.sensor);
        a.object("frontEnd", c.frontEnd);
    }
    a.object("scaling", c.scaling);
    a.optionalObject("calibrationDraft", c.draft);
    a.optionalList("calibrations", c.calibrations);
    a.choice("numberKind", c.numberKind, numberKindWords);
    a.list("smoothing", c.smoothing);
    a.extras(c.extras);
}

template <class Archive> void describe(Archive& a, Reader& r)
{
    a.text("id", r.id);
    a.text("channel", r.channel);
    a.choice("kind", r.kind, readerKindWords);
    a.text("unit", r.unit);
    a.object("text", r.text);
    a.optionalObject("others", r.others);
    a.quantity("staleAfter", r.staleAfter, "s", Range::notNegative());
    a.optionalQuantity("standsFor", r.standsFor, "s", {0, 3600});
    a.extras(r.extras);
}

template <class Archive> void describe(Archive& a, Price& p)
{
    a.text("id", p.id);
    a.text("class", p.className);
    a.text("each", p.each);
    if constexpr (Archive::isReading)
        if (const auto money = parsePrice(p.each); !a.failed() && !money)
            a.failAt("each", money.error().message);
    a.extras(p.extras);
}

template <class Archive> void describe(Archive& a, Dimming& d)
{
    a.text("from", d.from);
    a.anyQuantity("low", d.low);
    a.quantity("high", d.high, std::string(d.low.unit));
    a.integer("lowPercent", d.lowPercent, 0, 100);
    a.integer("highPercent", d.highPercent, 0, 100);
    if constexpr (Archive::isReading)
        if (!a.failed() && inSi(d.low) == inSi(d.high))
            a.failAt("high", "the two ends of a dimming must differ");
}

template <class Archive> void describe(Archive& a, Display& d)
{
    a.text("id", d.id);
    a.text("part", d.part);
    a.optionalQuantity("busSpeed", d.busSpeed, "Hz", {1e3, 1e8});
    a.quantity("redrawEvery", d.redrawEvery, "s", {1e-3, 86400});
    a.optionalQuantity("digitsEvery", d.digitsEvery, "s", {0, 86400});
    a.object("driver", d.driver);
    a.optionalText("mirrors", d.mirrors);
    if (Archive::isReading ? a.has("turning") : d.turning != PageTurning{})
        a.object("turning", d.turning);
    if (Archive::isReading ? a.has("day") : d.day != DayPlan{})
        a.object("day", d.day);
    a.optionalObject("dimming", d.dimming);
    a.extras(d.extras);
}

template <class Archive> void describe(Archive& a, KeyEntry& k)
{
    a.optionalText("point", k.point);
    a.text("clear", k.clear);
    a.text("confirm", k.confirm);
}

template <class Archive> void describe(Archive& a, Seeking& s)
{
    a.text("channel", s.channel);
    a.anyQuantity("above", s.above);
    a.quantity("every", s.every, "s", {0.001, 3600});
}

template <class Archive> void describe(Archive& a, Setting& s)
{
    a.text("id", s.id);
    a.text("name", s.name);
    a.anyQuantity("value", s.value);
    const std::string unit = s.value.unit;
    a.quantity("least", s.least, unit);
    a.quantity("most", s.most, unit);
    a.difference("step", s.step, unit, Range::positive());
    a.flag("wraps", s.wraps);
    a.flag("kept", s.isKept);
    std::string presets = wordsOf(s.presets);
    a.optionalText("presets", presets);
    a.optionalText("by", s.by);
    a.optionalText("up", s.up);
    a.optionalText("down", s.down);
    a.optionalText("seek", s.seek);
    a.optionalText("onPage", s.onPage);
    a.optionalObject("entry", s.entry);
    a.optionalObject("seeking", s.seeking);
    if constexpr (Archive::isReading) {
        if (auto read = parsePositives(presets))
            s.presets = *std::move(read);
        else
            a.failAt("presets", read.error().message);
        if (!a.failed() && !(inSi(s.most) > inSi(s.least)))
            a.failAt("most", "the most of a setting must be above its least");
        if (!a.failed() && (inSi(s.value) < inSi(s.least) || inSi(s.value) > inSi(s.most)))
            a.failAt("value", "the value of a setting must be within its limits");
    }
    a.extras(s.extras);
}

template <class Archive> void describe(Archive& a, ServoTravel& s)
{
    a.quantity("leastPulse", s.leastPulse, "s", {1e-4, 0.01});
    a.quantity("mostPulse", s.mostPulse, "s", {1e-4, 0.01});
    a.quantity("travel", s.travel, "deg", Range::positive());
}

template <class Archive> void describe(Archive& a, MotorTravel& m)
{
    a.quantity("endToEnd", m.endToEnd, "s", {0.01, 3600});
    a.flag("endStops", m.hasEndStops);
    if (Archive::isReading ? a.has("startsAtPercent") : m.startsAtPercent != 0)
        a.number("startsAtPercent", m.startsAtPercent, {0, 100});
}

template <class Archive> void describe(Archive& a, OutputSequence& s)
{
    a.text("by", s.by);
    a.text("name", s.name);
    a.optionalText("onPage", s.onPage);
    a.flag("acknowledges", s.acknowledges);
    describePoints(
        a, "moves", s.moves, "moves are [seconds until it ends, value] pairs with rising seconds");
    a.flag("blocks", s.blocks);
    a.flag("restarts", s.restarts);
}

template <class Archive> void describe(Archive& a, Output& o)
{
    constexpr std::array<std::string_view, outputKindWords.size()> units{
        "s", "%", "Hz", "count", ""};
    a.text("id", o.id);
    a.text("name", o.name);
    a.choice("kind", o.kind, outputKindWords);
    a.text("part", o.part);
    a.optionalText("pin", o.pin);
    a.text("from", o.from);
    a.anyQuantity("low", o.low);
    a.quantity("high", o.high, std::string(o.low.unit));
    if (o.kind == OutputKind::Servo || o.kind == OutputKind::Motor)
        a.anyQuantity("lowOutput", o.lowOutput);
    else
        a.quantity("lowOutput", o.lowOutput, units[static_cast<std::size_t>(o.kind)]);
    const std::string unit(isInDegrees(o) ? std::string_view("deg")
            : o.kind == OutputKind::Motor ? std::string_view(o.lowOutput.unit)
                                          : units[static_cast<std::size_t>(o.kind)]);
    if constexpr (Archive::isReading)
        if (!a.failed() && parseUnit(o.lowOutput.unit)->dimension != parseUnit(unit)->dimension)
            a.failAt("lowOutput", "a servo is told its pulse in ms, or an angle in deg");
    a.quantity("highOutput", o.highOutput, unit);
    if (isInDegrees(o) && (Archive::isReading ? a.has("servo") : o.servo != ServoTravel{}))
        a.object("servo", o.servo);
    if (o.kind == OutputKind::Motor)
        a.object("motor", o.motor);
    if (o.kind == OutputKind::Command)
        a.optionalText("station", o.station);
    if (Archive::isReading ? a.has("sequence") : !o.sequence.by.empty())
        a.object("sequence", o.sequence);
    if (Archive::isReading && o.kind == OutputKind::Motor && !o.sequence.by.empty())
        a.failAt("sequence", "a motor follows what it is set from; it has no sequence");
    a.quantity("every", o.every, "s", {1e-3, 86400});
    a.optionalQuantity("blinds", o.blinds, "s", {0, 1});
    if constexpr (Archive::isReading)
        if (!a.failed() && inSi(o.low) == inSi(o.high))
            a.failAt("high", "the two ends of an output must differ");
    a.extras(o.extras);
}

template <class Archive> void describe(Archive& a, Decision& d)
{
    a.text("id", d.id);
    a.optionalText("rule", d.rule);
    a.text("place", d.place);
    a.optionalText("question", d.question);
    a.optionalText("choice", d.choice);
    a.text("reason", d.reason);
    a.text("on", d.on);
    a.extras(d.extras);
}

template <class Archive> void describe(Archive& a, StoredColumn& c)
{
    a.text("channel", c.channel);
    a.choice("tap", c.tap, tapWords);
    a.optionalText("unit", c.unit);
    a.extras(c.extras);
}

template <class Archive> void describe(Archive& a, StoredCapture& c)
{
    a.text("id", c.id);
    a.text("name", c.name);
    a.optionalText("note", c.note);
    a.text("on", c.on);
    a.quantity("length", c.length, "s", Range::notNegative());
    a.integer("rows", c.rows, 0, 2'000'000'000);
    a.list("columns", c.columns);
    if constexpr (Archive::isReading)
        if (!a.failed() && c.id.find_first_of("/\\") != std::string::npos)
            a.failAt("id", "the id of a capture names a file and has no slash");
    a.extras(c.extras);
}

constexpr int fileVersion = 3;

template <class Archive> void describe(Archive& a, Instrument& i)
{
    std::string format = "fern-tick";
    int version = fileVersion;
    a.text("format", format);
    a.integer("version", version, fileVersion, fileVersion); // older ones were upgraded
    a.text("name", i.name);
    a.object("wish", i.wish);
    a.list("parts", i.parts);
    a.list("devices", i.devices);
    a.list("channels", i.channels);
    a.list("readers", i.readers);
    a.list("displays", i.displays);
    a.list("pages", i.pages);
    a.list("settings", i.settings);
    a.list("outputs", i.outputs);
    a.object("timing", i.timing);
    a.list("scenarios", i.scenarios);
    a.list("captures", i.captures);
    a.list("decisions", i.decisions);
    a.optionalList("prices", i.prices);
    a.extras(i.extras);
}

} // namespace fern
