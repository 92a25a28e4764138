#include "run/live_intake.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

constexpr std::size_t mostFieldNames = 200; ///< garbage must not fill the memory

/// Converts a field's number to what the run takes at a tap; a unit that does not fit is no value.
double inRunUnits(const PlainChannel& channel, Tap tap, const StreamField& field)
{
    const bool isPin = tap == Tap::Pin;
    const bool isReading = tap == Tap::Reading;
    if (field.unit.empty())
        return isPin || isReading ? field.number : toSi(field.number, channel.unit);
    const auto unit = *parseUnit(field.unit);
    const auto wanted = isPin ? *parseUnit("V") : isReading ? channel.readingUnit : channel.unit;
    if (unit.dimension != wanted.dimension)
        return notThere;
    const double si = toSi(field.number, unit);
    return isReading ? fromSi(si, wanted) : si;
}

/// Whether every byte at the port is the channel's.
bool isAtPort(const Source& source)
{
    return isTold(source.kind) && source.live && source.live->field == "*";
}

} // namespace

std::optional<LiveRoute> routeOf(const PlainInstrument& instrument, std::string_view field)
{
    for (std::size_t i = 0; i < instrument.channels.size(); ++i)
        if (const auto& live = instrument.channels[i].source.live; live && live->field == field)
            return LiveRoute{i, live->tap};
    const auto dot = field.rfind('.');
    const auto tap = dot == std::string_view::npos ? std::nullopt : tapNamed(field.substr(dot + 1));
    const auto name = tap ? field.substr(0, dot) : field;
    for (std::size_t i = 0; i < instrument.channels.size(); ++i) {
        const auto& channel = instrument.channels[i];
        if ((channel.id == name || channel.name == name) && !channel.source.live)
            return LiveRoute{i, tap.value_or(usualTap(channel.source.kind))};
    }
    return std::nullopt;
}

std::vector<StreamLine> LiveIntake::deliver(
    const PlainInstrument& instrument, const LiveChunk& chunk, FirmwareRun& run)
{
    if (chunk.isNewBegin)
        m_stream.reset();
    auto lines = m_stream.feed(chunk.at, chunk.bytes);
    for (const auto& line : lines)
        for (const auto& field : line.reading.fields)
            remember(field);
    for (std::size_t i = 0; i < instrument.channels.size(); ++i) {
        const auto& channel = instrument.channels[i];
        if (isAtPort(channel.source))
            run.deliverBytes(i, chunk.at, chunk.bytes);
        else if (reads(channel))
            for (const auto& line : lines)
                run.deliverBytes(i, line.at, line.raw + "\n");
    }
    for (const auto& line : lines)
        for (const auto& field : line.reading.fields) {
            const auto route = routeOf(instrument, field.name);
            if (!route || reads(instrument.channels[route->channel]))
                continue;
            const auto& channel = instrument.channels[route->channel];
            const double number = inRunUnits(channel, route->tap, field);
            m_missing += std::isnan(number) && field.text != "nan"; // which says so itself
            run.deliver(route->channel, route->tap, line.at, number);
        }
    return lines;
}

void LiveIntake::deliverAgain(const LiveLog& log, std::size_t until,
    const PlainInstrument& instrument, FirmwareRun& run) const
{
    auto again = anew();
    auto number = log.since(run.now());
    bool isWhole = number == 0;
    for (; number < until; ++number) {
        auto chunk = log[number];
        isWhole = isWhole || chunk.isNewBegin;
        if (!isWhole) {
            const auto end = chunk.bytes.find('\n');
            if (end == std::string::npos)
                continue;
            chunk.bytes.erase(0, end + 1);
            isWhole = true;
        }
        again.deliver(instrument, chunk, run);
    }
}

std::optional<std::size_t> LiveIntake::decoderOf(
    const PlainInstrument& instrument, std::string_view field) const
{
    for (std::size_t i = 0; i < instrument.channels.size(); ++i)
        if (const auto& channel = instrument.channels[i];
            reads(channel) && ownField(channel) == field)
            return i;
    return std::nullopt;
}

LiveIntake LiveIntake::anew() const
{
    LiveIntake intake;
    intake.m_stream = StreamReader(m_stream.shape());
    intake.m_fields = m_fields;
    return intake;
}

std::string LiveIntake::ownField(const PlainChannel& channel) const
{
    const auto& shape = m_stream.shape();
    const auto& source = channel.source;
    const auto& lines = source.lines;
    const auto own = lineShapeOf(channel);
    if (source.kind == SourceKind::Receiver && shape.form == StreamForm::Sentences)
        return receiverField(receiverGivesWords[static_cast<std::size_t>(source.receiver.gives)]);
    if (source.kind == SourceKind::Computer && shape.form == StreamForm::NameValue)
        return std::string(computerGivesWords[static_cast<std::size_t>(source.computer)]);
    if (source.kind != SourceKind::Lines)
        return {};
    if (own.form == LineForm::Json)
        return shape.form == StreamForm::Json ? lines.key : std::string();
    if (own.separator.front() != shape.separator)
        return {};
    if (own.form == LineForm::NameValue)
        return shape.form == StreamForm::NameValue ? lines.key : std::string();
    const auto column = static_cast<std::size_t>(lines.column);
    return shape.form == StreamForm::Columns && column <= shape.names.size()
        ? shape.names[column - 1]
        : std::string();
}

bool LiveIntake::hasField(std::string_view name) const
{
    return std::any_of(m_fields.begin(), m_fields.end(),
        [&](const StreamField& field) { return field.name == name; });
}

bool LiveIntake::reads(const PlainChannel& channel) const
{
    const auto& source = channel.source;
    if (source.live)
        return false; // the maker has said what it hears
    const auto field = ownField(channel);
    // A receiver without a fix says so before it has any field.
    return !field.empty() && (source.kind == SourceKind::Receiver || hasField(field));
}

void LiveIntake::remember(const StreamField& field)
{
    const auto known = std::find_if(m_fields.begin(), m_fields.end(),
        [&](const StreamField& f) { return f.name == field.name; });
    if (known != m_fields.end())
        *known = field;
    else if (m_fields.size() < mostFieldNames)
        m_fields.push_back(field);
}

} // namespace fern
