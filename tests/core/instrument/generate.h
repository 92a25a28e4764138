#pragma once
// Random instruments for property tests: every field anywhere in its accepted range.

#include "base/number_text.h"
#include "instrument/instrument.h"
#include "smooth/step_text.h"

#include <rapidcheck.h>

namespace fern::test {

inline int anyInt(int least, int most)
{
    return *rc::gen::inRange(least, most + 1);
}
inline double anyNumber(double least, double most)
{
    return least + (most - least) * anyInt(0, 1 << 20) / (1 << 20);
}
inline Quantity anyQuantity(double least, double most, std::initializer_list<const char*> units)
{
    return {anyNumber(least, most),
        *rc::gen::elementOf(std::vector<std::string>(units.begin(), units.end()))};
}
inline std::string anyText()
{
    return *rc::gen::container<std::string>(rc::gen::inRange<char>(1, 127));
}
inline Extras anyExtras()
{
    Extras extras;
    if (anyInt(0, 3) == 0)
        extras.members.push_back({"x-note", json::makeString(anyText())});
    return extras;
}

inline StepSpec anyStep()
{
    const auto number = [](double least, double most) {
        return shortestText(anyNumber(least, most));
    };
    const auto whole = [](int least, int most) { return std::to_string(anyInt(least, most)); };
    const std::vector<std::string> texts{"exponential alpha " + number(0.001, 1),
        "exponential tau " + number(0.001, 100), "moving average " + whole(1, 99),
        "median " + std::to_string(2 * anyInt(0, 50) + 1),
        "spike gate " + number(0.1, 9) + " " + whole(1, 99) + " " + whole(1, 9) + " least "
            + number(0.01, 1),
        "slew " + number(0.01, 9), "dead band " + number(0.01, 9), "still below " + number(0.01, 9),
        "peak hold " + number(0, 9), "minimum hold " + number(0, 9),
        "digit hysteresis " + number(0.01, 9) + " beyond " + number(0.5, 2),
        "mains cycles " + whole(1, 9) + " hertz " + number(1, 400)};
    auto s =
        *parseStep(texts[static_cast<std::size_t>(anyInt(0, static_cast<int>(texts.size()) - 1))]);
    s.isOff = anyInt(0, 3) == 0;
    s.extras = anyExtras();
    return s;
}

inline Part anyBoard(const std::string& id)
{
    Part p;
    p.id = id;
    p.className = anyText();
    p.processor = static_cast<ProcessorClass>(anyInt(0, 2));
    p.converter.emplace();
    p.converter->bits = anyInt(4, 24);
    p.converter->school = static_cast<ConverterSchool>(anyInt(0, 1));
    p.converter->reference = anyQuantity(1, 5000, {"V", "mV"});
    p.converter->noiseLsb = anyNumber(0, 10);
    p.extras = anyExtras();
    return p;
}

inline ScalingSpec anyScaling()
{
    ScalingSpec s;
    s.kind = static_cast<ScalingKind>(anyInt(1, 8));
    if (s.kind == ScalingKind::SteinhartHart)
        s.kind = ScalingKind::Formula;
    s.formula = s.kind == ScalingKind::Formula ? "reading * 2 mV" : "";
    if (s.kind == ScalingKind::Linear) {
        s.gain = anyNumber(-9, 9);
        s.offset = anyNumber(-9, 9);
    } else if (s.kind == ScalingKind::Ratio) {
        s.value = anyNumber(-9, 9);
        s.per = anyNumber(1, 9);
    } else if (s.kind == ScalingKind::Polynomial) {
        s.coefficients = {anyNumber(-9, 9), anyNumber(-9, 9)};
    } else if (s.kind == ScalingKind::TwoPoints || s.kind == ScalingKind::Table) {
        s.points = {{0, anyNumber(-9, 9)}, {anyNumber(1, 9), anyNumber(-9, 9)}};
        if (s.kind == ScalingKind::Table)
            s.ends = static_cast<TableEnds>(anyInt(0, 2));
    } else if (s.kind == ScalingKind::RangeMap) {
        s.map = {anyInt(-9, 0), anyInt(1, 999), anyInt(-9, 9), anyInt(-9, 9)};
    }
    s.unit = anyInt(0, 1) == 1 ? "mV" : "";
    s.tare = anyNumber(-1, 1);
    s.extras = anyExtras();
    return s;
}

inline Channel anyChannel(const std::string& id, const std::string& board)
{
    Channel c;
    c.id = id;
    c.name = anyText();
    c.wish.from = anyQuantity(-5, 0, {"V"});
    c.wish.to = anyQuantity(1, 50, {"V", "kV"});
    c.wish.freshness = anyQuantity(1, 100, {"s", "ms", "min"});
    c.source.board = board;
    c.source.lane = "lane";
    c.source.sampleEvery = anyQuantity(1, 1000, {"ms", "s"});
    c.frontEnd.r1 = anyQuantity(0, 1000, {"ohm", "kohm", "Mohm"});
    c.frontEnd.r2 = anyQuantity(1, 1000, {"ohm", "kohm"});
    c.frontEnd.extras = anyExtras();
    c.scaling = anyScaling();
    if (anyInt(0, 1) == 1) {
        c.draft.emplace();
        c.draft->model = static_cast<FitModel>(anyInt(0, 5));
        for (int i = anyInt(0, 3); i > 0; --i)
            c.draft->pairs.push_back({anyNumber(-9, 1e6), anyNumber(-9, 9), anyNumber(0, 3),
                static_cast<Direction>(anyInt(0, 2)), anyInt(0, 1) == 1, anyText(), anyNumber(0, 1),
                anyExtras()});
        c.calibrations = {*c.draft};
        c.calibrations[0].id = "calibration-1";
        c.calibrations[0].result = anyScaling();
    }
    if (anyInt(0, 1) == 1) { // a sensor of volts on a straight line
        c.sensor.kind = SensorKind::Sender;
        c.sensor.low = anyQuantity(0, 1, {"V", "mV"});
        c.sensor.high = anyQuantity(2, 9, {"V", "kV"});
        c.sensor.tolerancePercent = anyNumber(0, 50);
    }
    c.numberKind = static_cast<NumberKind>(anyInt(0, 1));
    for (int i = anyInt(0, 3); i > 0; --i)
        c.smoothing.push_back(anyStep());
    c.extras = anyExtras();
    return c;
}

inline Instrument anyInstrument()
{
    Instrument in;
    in.name = anyText();
    in.wish.budget = anyText();
    in.parts.push_back(std::make_shared<const Part>(anyBoard("b")));
    Part glass;
    glass.id = "g";
    glass.kind = PartKind::Display;
    glass.display.emplace();
    glass.display->shape = MonoOledSpec{anyInt(8, 128), 8 * anyInt(1, 8)};
    in.parts.push_back(std::make_shared<const Part>(glass));
    Display display;
    display.id = "d";
    display.part = "g";
    display.redrawEvery = anyQuantity(1, 1000, {"ms", "s"});
    in.displays.push_back(std::make_shared<const Display>(display));
    Page page;
    page.id = "p";
    page.display = "d";
    for (int i = anyInt(0, 3); i > 0; --i) {
        const auto id = "c" + std::to_string(i);
        in.channels.push_back(std::make_shared<const Channel>(anyChannel(id, "b")));
        Reader reader;
        reader.id = "r" + id;
        reader.channel = id;
        reader.unit = *rc::gen::element<std::string>("V", "mV", "kV");
        reader.text.decimals = anyInt(0, 9);
        reader.text.width = anyInt(1, 40);
        reader.text.unitShown = anyText();
        reader.staleAfter = anyQuantity(0, 60, {"s", "ms"});
        reader.standsFor = anyQuantity(0, 60, {"s", "ms"});
        in.readers.push_back(std::make_shared<const Reader>(reader));
        Field field;
        field.id = "f" + id;
        field.kind = static_cast<FieldKind>(anyInt(0, static_cast<int>(fieldKinds) - 1));
        const auto& traits = field.traits();
        if (traits.hasReader)
            field.reader = reader.id;
        if (traits.hasText)
            field.text = anyText();
        if (traits.size != FieldSize::AsWritten && traits.size != FieldSize::AsDrawn)
            field.width = anyInt(1, 100);
        if (traits.size == FieldSize::OfGlass || traits.size == FieldSize::Lines)
            field.height = anyInt(1, 100);
        if (traits.hasEnds)
            field.least = anyInt(-100, 99);
        if (traits.hasInterval)
            field.every = anyQuantity(1, 60, {"s"});
        field.isUpright = field.kind == FieldKind::Bar && anyInt(0, 1) == 1;
        field.x = anyInt(-100, 300);
        if (traits.hasScale)
            field.scale = anyInt(1, 4);
        page.fields.push_back(field);
    }
    in.pages.push_back(std::make_shared<const Page>(page));
    Scenario scenario;
    scenario.id = "s";
    scenario.seed = *rc::gen::arbitrary<std::uint64_t>();
    LaneSpec lane;
    lane.id = "lane";
    lane.unit = "V";
    for (int i = 0; i <= anyInt(0, 4); ++i)
        lane.points.push_back({i + anyNumber(0, 0.9), anyNumber(-100, 100)});
    scenario.lanes.push_back(lane);
    in.scenarios.push_back(std::make_shared<const Scenario>(scenario));
    Decision decision;
    decision.id = "d";
    decision.reason = anyText();
    decision.extras = anyExtras();
    in.decisions.push_back(std::make_shared<const Decision>(decision));
    in.extras = anyExtras();
    return in;
}

} // namespace fern::test
