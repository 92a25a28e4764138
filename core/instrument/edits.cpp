#include "instrument/edits.h"

#include "instrument/device_edits.h"

#include "base/number_text.h"
#include "instrument/file.h"
#include "instrument/ids.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

/// Replaces one element of one list by a changed copy.
template <class T, class Change>
Result<Instrument> edited(
    const Instrument& in, SharedList<T> Instrument::*list, std::string_view id, Change change)
{
    Instrument out = in;
    auto& elements = out.*list;
    const auto found =
        std::find_if(elements.begin(), elements.end(), [&](const auto& e) { return e->id == id; });
    if (found == elements.end())
        return Error{ErrorCode::NotFound, fmt::format("there is no \"{}\"", id), ""};
    T copy = **found;
    change(copy);
    if (copy == **found)
        return in;
    *found = std::make_shared<const T>(std::move(copy));
    return accepted(std::move(out));
}

} // namespace

Error goneError(std::string_view what)
{
    return {ErrorCode::NotFound, fmt::format("the {} is gone", what), ""};
}

Result<Instrument> accepted(Instrument out)
{
    if (const auto right = checkInstrument(out); !right)
        return Error{ErrorCode::InvalidArgument, right.error().message, ""};
    return out;
}

Result<Instrument> withChannelChanged(
    const Instrument& in, std::string_view channel, const std::function<void(Channel&)>& change)
{
    return edited(in, &Instrument::channels, channel, change);
}

Result<Instrument> withDeviceChanged(
    const Instrument& in, std::string_view device, const std::function<void(Device&)>& change)
{
    return edited(in, &Instrument::devices, device, change);
}

Result<Instrument> withSensor(
    const Instrument& in, std::string_view channel, const SensorSpec& sensor)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.sensor = sensor; });
}

Result<Instrument> withFrontEnd(
    const Instrument& in, std::string_view channel, const FrontEndSpec& frontEnd)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.frontEnd = frontEnd; });
}

Result<Instrument> withSampleEvery(
    const Instrument& in, std::string_view channel, const Quantity& period)
{
    return edited(
        in, &Instrument::channels, channel, [&](Channel& c) { c.source.sampleEvery = period; });
}

Result<Instrument> withSourceRange(
    const Instrument& in, std::string_view channel, const Quantity& range)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.source.range = range; });
}

Result<Instrument> withSource(const Instrument& in, std::string_view channel, const Source& source)
{
    const auto* before = findById(in.channels, channel);
    const auto device = before == nullptr ? std::string() : before->source.device;
    auto out = edited(in, &Instrument::channels, channel, [&](Channel& c) { c.source = source; });
    if (!out)
        return out;
    auto changed = *std::move(out);
    dropUnheard(changed, device); // the last one that it told may read another now
    return changed;
}

Result<Instrument> withLiveField(const Instrument& in, std::string_view field,
    std::string_view until, std::string_view channel, Tap tap)
{
    Result<Instrument> out = in;
    if (!until.empty() && until != channel) // its own name shall not find it again
        out = edited(*out, &Instrument::channels, until, [](Channel& c) {
            c.source.live = LiveSpec{"", Tap::Reading};
        });
    if (out && !channel.empty())
        out = edited(*out, &Instrument::channels, channel, [&](Channel& c) {
            c.source.live = LiveSpec{std::string(field), tap};
        });
    return out;
}

Result<Instrument> withCodeName(
    const Instrument& in, std::string_view channel, std::string_view code, std::string_view name)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) {
        // However it is written: the code that is there stays.
        std::string known(code);
        for (const auto& other : c.source.names)
            if (c.source.kind == SourceKind::KeyCodes && asKeyCode(other.code) == asKeyCode(code))
                known = other.code;
        c.source.names = withName(std::move(c.source.names), known, trimmed(name));
    });
}

Result<Instrument> withChannelPin(
    const Instrument& in, std::string_view channel, std::string_view pin)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.source.pin = pin; });
}

Result<Instrument> withSmoothing(
    const Instrument& in, std::string_view channel, const std::vector<StepSpec>& steps)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.smoothing = steps; });
}

Result<Instrument> withNumberKind(const Instrument& in, std::string_view channel, NumberKind kind)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.numberKind = kind; });
}

Result<Instrument> withWish(const Instrument& in, std::string_view channel, const ChannelWish& wish)
{
    return edited(in, &Instrument::channels, channel, [&](Channel& c) { c.wish = wish; });
}

Result<Instrument> withConverter(
    const Instrument& in, std::string_view board, const ConverterSpec& converter)
{
    return edited(in, &Instrument::parts, board, [&](Part& p) { p.converter = converter; });
}

Result<Instrument> withPart(const Instrument& in, const Part& part)
{
    return edited(in, &Instrument::parts, part.id, [&](Part& p) { p = part; });
}

Result<Instrument> withInstrumentWish(const Instrument& in, const InstrumentWish& wish)
{
    Instrument out = in;
    out.wish = wish;
    return accepted(std::move(out));
}

Result<Instrument> withStaleAfter(
    const Instrument& in, std::string_view reader, const Quantity& seconds)
{
    return edited(in, &Instrument::readers, reader, [&](Reader& r) { r.staleAfter = seconds; });
}

Result<Instrument> withStandsFor(
    const Instrument& in, std::string_view reader, const Quantity& seconds)
{
    return edited(in, &Instrument::readers, reader, [&](Reader& r) { r.standsFor = seconds; });
}

Result<Instrument> withText(const Instrument& in, std::string_view reader, const TextSpec& text)
{
    return edited(in, &Instrument::readers, reader, [&](Reader& r) { r.text = text; });
}

Result<Instrument> withSeeking(
    const Instrument& in, std::string_view setting, const Seeking& seeking)
{
    return edited(in, &Instrument::settings, setting, [&](Setting& s) { s.seeking = seeking; });
}

Result<Instrument> withOtherForms(
    const Instrument& in, std::string_view reader, std::optional<OtherForms> others)
{
    return edited(
        in, &Instrument::readers, reader, [&](Reader& r) { r.others = std::move(others); });
}

Result<Instrument> withReaderUnit(
    const Instrument& in, std::string_view reader, std::string_view unit)
{
    return edited(in, &Instrument::readers, reader, [&](Reader& r) { r.unit = unit; });
}

Result<Instrument> withDisplay(const Instrument& in, const Display& display)
{
    return edited(in, &Instrument::displays, display.id, [&](Display& d) { d = display; });
}

Result<Instrument> withPageChanged(
    const Instrument& in, std::string_view page, const std::function<void(Page&)>& change)
{
    return edited(in, &Instrument::pages, page, change);
}

Result<Instrument> withField(const Instrument& in, std::string_view page, const Field& field)
{
    return edited(in, &Instrument::pages, page, [&](Page& p) {
        for (auto& candidate : p.fields)
            if (candidate.id == field.id)
                candidate = field;
    });
}

Result<Instrument> withDecision(const Instrument& in, std::string_view rule, std::string_view place,
    std::string_view reason, std::string_view on)
{
    if (trimmed(reason).empty())
        return Error{ErrorCode::InvalidArgument,
            "say in a few words why you live with it, so that it can be judged later", ""};
    Instrument out = in;
    Decision decision;
    decision.id = freeId(out.decisions, fmt::format("live with {}", rule));
    decision.rule = rule;
    decision.place = place;
    decision.reason = trimmed(reason);
    decision.on = on;
    out.decisions.push_back(std::make_shared<const Decision>(std::move(decision)));
    return accepted(std::move(out));
}

Result<Instrument> withChoice(const Instrument& in, std::string_view place,
    std::string_view question, std::string_view choice, std::string_view reason,
    std::string_view on)
{
    Instrument out = in;
    std::erase_if(
        out.decisions, [&](const auto& d) { return d->place == place && !d->choice.empty(); });
    Decision decision;
    decision.id = freeId(out.decisions, fmt::format("choice {}", question));
    decision.place = place;
    decision.question = question;
    decision.choice = choice;
    decision.reason = reason;
    decision.on = on;
    out.decisions.push_back(std::make_shared<const Decision>(std::move(decision)));
    return accepted(std::move(out));
}

Result<Instrument> withoutDecision(const Instrument& in, std::string_view decision)
{
    Instrument out = in;
    if (std::erase_if(out.decisions, [&](const auto& d) { return d->id == decision; }) == 0)
        return Error{ErrorCode::NotFound, fmt::format("there is no decision \"{}\"", decision), ""};
    return out;
}

} // namespace fern
