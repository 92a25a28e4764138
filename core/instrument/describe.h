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
    a.quantity("step", w.step, unit, Range::positive());
    a.quantity("tolerance", w.tolerance, unit, Range::positive());
    a.quantity("freshness", w.freshness, "s", Range::positive());
    if constexpr (Archive::isReading)
        if (!a.failed() && !(inSi(w.to) > inSi(w.from)))
            a.failAt("to", "the wished range must end above its start");
    a.extras(w.extras);
}

template <class Archive> void describe(Archive& a, Source& s)
{
    a.choice("kind", s.kind, sourceKindWords);
    a.text("board", s.board);
    a.text("pin", s.pin);
    a.optionalQuantity("range", s.range, "V", Range::notNegative());
    a.text("lane", s.lane);
    a.quantity("sampleEvery", s.sampleEvery, "s", {1e-4, 3600});
    a.extras(s.extras);
}

/// The scaling's object: a kind, and what belongs to it.
struct ScalingKeys {
    Channel& channel;
};
template <class Archive> void describe(Archive& a, ScalingKeys& s)
{
    a.choice("kind", s.channel.scaling, scalingKindWords);
    a.extras(s.channel.scalingExtras);
}

template <class Archive> void describe(Archive& a, Channel& c)
{
    a.text("id", c.id);
    a.text("name", c.name);
    a.object("wish", c.wish);
    a.object("source", c.source);
    a.object("sensor", c.sensor);
    a.object("frontEnd", c.frontEnd);
    ScalingKeys scaling{c};
    a.object("scaling", scaling);
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
    a.quantity("staleAfter", r.staleAfter, "s", Range::notNegative());
    a.extras(r.extras);
}

template <class Archive> void describe(Archive& a, GlassSize& s)
{
    a.integer("width", s.width, 1, 4096);
    a.integer("height", s.height, 1, 4096);
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

template <class Archive> void describe(Archive& a, Display& d)
{
    a.text("id", d.id);
    a.text("part", d.part);
    a.quantity("busSpeed", d.busSpeed, "Hz", {1e3, 5e6});
    a.integer("bufferBytes", d.bufferBytes, 1, 4096);
    a.choice("strategy", d.strategy, redrawStrategyWords);
    a.quantity("redrawEvery", d.redrawEvery, "s", {1e-3, 86400});
    a.optionalObject("setTo", d.setTo);
    a.extras(d.extras);
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

constexpr int fileVersion = 1;

template <class Archive> void describe(Archive& a, Instrument& i)
{
    std::string format = "fern-tick";
    int version = fileVersion;
    a.text("format", format);
    a.integer("version", version, 1, fileVersion);
    a.text("name", i.name);
    a.object("wish", i.wish);
    a.list("parts", i.parts);
    a.list("channels", i.channels);
    a.list("readers", i.readers);
    a.list("displays", i.displays);
    a.list("pages", i.pages);
    a.node("settings", i.settings);
    a.node("outputs", i.outputs);
    a.object("timing", i.timing);
    a.list("scenarios", i.scenarios);
    a.node("captures", i.captures);
    a.list("decisions", i.decisions);
    a.optionalList("prices", i.prices);
    a.extras(i.extras);
}

} // namespace fern
