#include "plan/starting_points.h"

#include "base/number_text.h"
#include "glass/pixel_font.h"
#include "instrument/edits.h"
#include "instrument/ids.h"
#include "instrument/parts_view.h"
#include "instrument/resolve.h"
#include "judge/budget.h"
#include "parts/catalogue.h"
#include "parts/fit_front_end.h"
#include "plan/wiring.h"
#include "reading/converter.h"
#include "run/display_run.h"
#include "screens/draw_page.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

/// Room for a spike above the wished range, as a share of the reference.
constexpr double headroom = 0.95;
/// Metal film of 0.1 %: with 1 % the resistors alone would spoil a decimal.
constexpr double resistorTolerancePercent = 0.1;

/// The first analog pin that nothing uses, under its printed name; "A0", "A1" … where nobody has
/// told the board's pins. Empty when none is left.
std::string pinName(const Instrument& in, const Part& board)
{
    const auto uses = pinUses(in);
    if (!board.pins.empty()) {
        const auto free = freePins(uses, board, PinRole::Analog);
        return free.empty() ? std::string() : free.front()->name;
    }
    for (int n = 0;; ++n) {
        auto name = "A" + std::to_string(n);
        if (std::none_of(uses.begin(), uses.end(),
                [&](const PinUse& use) { return use.board == &board && use.pin == name; }))
            return name;
    }
}

/// The first battery of the catalogue with enough voltage for the board's regulator, and not too
/// much; a board without one takes the first of all.
Part batteryFor(const Part& board)
{
    const Part* first = nullptr;
    for (const auto& entry : catalogue()) {
        if (entry.part.kind != PartKind::Battery)
            continue;
        const double volts = inSi(entry.part.battery->voltage);
        if (!board.regulator
            || (volts >= inSi(board.regulator->output) + inSi(board.regulator->dropOut)
                && volts <= inSi(board.regulator->inputMost))) {
            // A fused and protected one before any other.
            if (entry.part.battery->isFused && entry.part.battery->isProtected)
                return entry.part;
            first = first == nullptr ? &entry.part : first;
        }
    }
    return first == nullptr ? findInCatalogue("lithium-cell")->part : *first;
}

AnalogInput inputOf(const SensorSpec& s, FrontEndKind frontEnd, double reference)
{
    return {s.kind, inSi(s.shunt), s.gain, inSi(s.low), inSi(s.high), inSi(s.lowOutput),
        inSi(s.highOutput), inSi(s.nominal), s.beta, s.gamma, inSi(s.capacity),
        s.sensitivity / 1000, inSi(s.excitation), frontEnd, 0, 1, 1, reference};
}

LaneSpec laneOf(const StartingPoint& point)
{
    LaneSpec lane;
    lane.unit = point.wish.from.unit;
    const double from = point.wish.from.value;
    const double to = in(point.wish.to, lane.unit);
    for (const auto& [seconds, share] : point.course)
        lane.points.push_back({seconds, std::round((from + share * (to - from)) * 1000) / 1000});
    return lane;
}

std::string upper(std::string_view text)
{
    std::string result(text);
    for (char& c : result)
        c = c >= 'a' && c <= 'z' ? static_cast<char>(c - 'a' + 'A') : c;
    return result;
}

/// The unit in the characters that the pixel fonts have: "°C" is "C".
std::string unitOnGlass(const std::string& unit)
{
    auto words = prettyUnit(unit);
    std::erase_if(words, [](char c) { return static_cast<unsigned char>(c) >= 0x80; });
    return words;
}

/// A title line and under it the value, as large as the glass allows.
Page pageFor(const Display& display, const Part& part, std::string_view name,
    const std::string& unit, int cells)
{
    Page page;
    page.display = display.id;
    page.name = name;
    const bool isLow = part.height < 48;
    Field title;
    title.id = "title";
    title.kind = FieldKind::Label;
    title.font = isLow ? "5x8" : "8x16";
    const auto room = static_cast<std::size_t>(part.width / fieldBox(title, 1).width);
    title.text = upper(name) + ", " + unitOnGlass(unit);
    if (codePoints(title.text).size() > room)
        title.text = unitOnGlass(unit);
    title.x = (part.width - fieldBox(title, cellCount(title.text)).width) / 2;
    const int top = fieldBox(title, 1).height;
    Field best;
    int tallest = 0;
    for (const auto& font : pixelFonts())
        for (int scale = 1; scale <= 2; ++scale) {
            Field value;
            value.id = "value";
            value.kind = FieldKind::Value;
            value.font = font.name;
            value.scale = scale;
            const auto box = fieldBox(value, cells);
            if (box.width > part.width || top + box.height > part.height || box.height <= tallest)
                continue;
            tallest = box.height;
            value.x = (part.width - box.width) / 2;
            value.y = top + (part.height - top - box.height) / 2;
            best = value;
        }
    page.fields = {title, best};
    return page;
}

const Part* firstPart(const Instrument& in, PartKind kind)
{
    for (const auto& part : in.parts)
        if (part->kind == kind)
            return part.get();
    return nullptr;
}

/// Sets the finest range of the converter's gain that takes the whole wish; returns the reference
/// that then counts, in volts.
double useRange(Channel& channel, const Part& part)
{
    const double own = inSi(part.converter->reference);
    const auto input = inputOf(channel.sensor, FrontEndKind::Divider, own);
    const double most = std::max(
        sensorOutput(input, inSi(channel.wish.from)), sensorOutput(input, inSi(channel.wish.to)));
    const auto finest = finestRange(part.converter->ranges, most / headroom);
    if (!finest || *finest == own)
        return own;
    channel.source.range = {*finest, "V"};
    return *finest;
}

/// The instrument with the converter that the row asks for: one that is there with an input left,
/// or a fresh one; and its id. Without a wish for one it is the board.
struct WithConverter {
    Instrument instrument;
    std::string part;
};
Result<WithConverter> withConverterFor(
    const Instrument& in, const StartingPoint& point, const Part& board)
{
    if (point.converter.empty())
        return WithConverter{in, board.id};
    const auto& wanted = findInCatalogue(point.converter)->part;
    for (const auto& part : in.parts)
        if (part->className == wanted.className && !pinName(in, *part).empty())
            return WithConverter{in, part->id};
    auto fresh = wanted;
    fresh.name = shortTitle(*findInCatalogue(point.converter));
    auto with = withPartWired(in, fresh);
    if (!with)
        return with.error();
    const auto id = with->parts.back()->id;
    return WithConverter{*std::move(with), id};
}

Channel channelOf(
    const Instrument& in, const StartingPoint& point, const Part& board, std::string_view name)
{
    Channel channel;
    channel.id = freeId(in.channels, name);
    channel.name = name;
    channel.wish = point.wish;
    channel.source.board = board.id;
    channel.source.pin = pinName(in, board);
    channel.source.sampleEvery = point.sampleEvery;
    channel.sensor = point.sensor;
    channel.smoothing = point.smoothing;
    const double reference = useRange(channel, board);
    const double lowest = reference * (1 - board.converter->referenceTolerancePercent / 100);
    const auto fit = fittingFrontEnd(inputOf(point.sensor, point.frontEnd, reference),
        {inSi(point.wish.from), inSi(point.wish.to), lowest * headroom, point.totalOhm,
            resistorTolerancePercent});
    if (fit)
        channel.frontEnd = *fit;
    channel.frontEnd.capacitor = {100, "nF"}; // serves the sampling whatever the resistors are
    return channel;
}

/// Decimals that are honest at both ends of the range, and a width that fits them.
TextSpec textFor(const PlainChannel& channel)
{
    const double u = std::max(
        budgetOf(channel, channel.from, 0).accuracy, budgetOf(channel, channel.to, 0).accuracy);
    TextSpec text;
    text.decimals = std::min(honestDecimals(fromSi(u, channel.unit) - fromSi(0, channel.unit)), 4);
    text.width = 1;
    for (const double end : {channel.from, channel.to})
        text.width =
            std::max(text.width, cellsNeeded(fromSi(end, channel.unit), text, channel.numberKind));
    return text;
}

} // namespace

const StartingPoint* findStartingPoint(std::string_view id)
{
    for (const auto& point : startingPoints())
        if (point.id == id)
            return &point;
    return nullptr;
}

Instrument emptyInstrument(std::string_view name, const Part& board, const Part& display)
{
    Instrument out;
    out.name = trimmed(name);
    Part ownBoard = board;
    ownBoard.id = "board";
    Part ownDisplay = display;
    ownDisplay.id = "glass";
    Part battery = batteryFor(board);
    battery.id = "battery";
    for (const auto& part : {ownBoard, ownDisplay, battery})
        out.parts.push_back(std::make_shared<const Part>(part));
    Display shown;
    shown.id = "display";
    shown.part = ownDisplay.id;
    out.displays.push_back(std::make_shared<const Display>(shown));
    const auto connected = wired(out);
    return connected ? *connected : out; // what finds no pin is a finding's matter
}

Result<Instrument> withStartingPoint(
    const Instrument& in, const StartingPoint& point, std::string_view name)
{
    if (trimmed(name).empty())
        return Error{ErrorCode::InvalidArgument, "a channel needs a name", ""};
    const auto* board = firstPart(in, PartKind::Board);
    if (board == nullptr || in.displays.empty())
        return Error{ErrorCode::InvalidArgument,
            "a channel needs a board that reads it and a display that shows it", ""};
    const auto with = withConverterFor(in, point, *board);
    if (!with)
        return with.error();
    const auto& parts = with->instrument.parts;
    const auto& reads = *findById(parts, with->part);
    const auto& display = *in.displays.front();
    ChannelParcel parcel;
    parcel.channel = channelOf(with->instrument, point, reads, trimmed(name));
    if (parcel.channel.source.pin.empty())
        return Error{ErrorCode::InvalidArgument,
            fmt::format("{} has no analog pin left", reads.className), ""};
    parcel.lane = laneOf(point);

    // What the budget says about the channel decides its decimals.
    Instrument trial;
    trial.parts = parts;
    trial.channels.push_back(std::make_shared<const Channel>(parcel.channel));
    const auto plain = resolve(trial, "");
    if (!plain)
        return plain.error();
    parcel.reader.unit = unitOf(parcel.channel);
    parcel.reader.text = textFor(plain->channels.front());
    parcel.page = pageFor(display, *findById(parts, display.part), parcel.channel.name,
        parcel.reader.unit, parcel.reader.text.width);
    return withChannelAdded(with->instrument, std::move(parcel));
}

} // namespace fern
