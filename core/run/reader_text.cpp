#include "run/reader_text.h"

#include <algorithm>
#include <cmath>

namespace fern {

FormView formOf(const PlainReader& reader, std::size_t form)
{
    if (form == 0)
        return {reader.unit, reader.text};
    const auto& other = reader.others[form - 1];
    return {other.unit, other.text};
}

PlainReader inForm(PlainReader reader, std::size_t form)
{
    if (form > 0) {
        auto other = reader.others[form - 1];
        reader.unit = std::move(other.unit);
        reader.text = std::move(other.text);
    }
    reader.others.clear();
    return reader;
}

FormSpan spanOf(const PlainChannel& channel, const PlainReader& reader, std::size_t form)
{
    FormSpan span{channel.from, channel.to};
    if (reader.others.empty() || reader.change.change == FormChange::Code)
        return span;
    const auto& forms = reader.others;
    const double low = inReaderUnit(channel.from, reader);
    const double high = inReaderUnit(channel.to, reader);
    const double most = std::fmax(std::fabs(low), std::fabs(high));
    // Without a sign, down to where it is left.
    const double begin =
        form == 0 ? 0 : forms[form - 1].from * (1 - reader.change.hysteresisPercent / 100);
    const double end = form < forms.size() ? forms[form].from : most;
    if (begin > most)
        return {};
    span.from = toSi(low < 0 ? std::fmax(low, -end) : std::fmax(low, begin), reader.unit);
    span.to = toSi(high < 0 ? std::fmin(high, -begin) : std::fmin(high, end), reader.unit);
    return span;
}

double inReaderUnit(double si, const PlainReader& reader)
{
    return fromSi(si, reader.unit);
}

namespace {

/// Which form a size is written in. Up goes what would be shown as the begin of the next form, so
/// that 999.96 is not written 1000.0 just below it.
std::size_t formBySize(
    const PlainReader& reader, std::size_t form, double si, double size, NumberKind kind)
{
    const auto shownSize = [&](std::size_t in) {
        const auto view = formOf(reader, in);
        auto wide = view.text;
        wide.width = 40; // whether it fits is another question
        return std::fabs(
            fromSi(toSi(shownValue(fromSi(si, view.unit), wide, kind), view.unit), reader.unit));
    };
    const double keep = 1 - reader.change.hysteresisPercent / 100;
    while (form < reader.others.size() && shownSize(form) >= reader.others[form].from)
        ++form;
    while (form > 0 && size < reader.others[form - 1].from * keep
        && shownSize(form - 1) < reader.others[form - 1].from)
        --form;
    return form;
}

std::size_t rangeOf(const TextSpec& text, std::size_t range, double value)
{
    while (range < text.ranges.size() && value >= text.ranges[range].from)
        ++range;
    while (range > 0 && value < text.ranges[range - 1].from - text.rangeSlack)
        --range;
    return range;
}

} // namespace

ReaderState settled(const PlainReader& reader, ReaderState before, double si, NumberKind kind)
{
    if (std::isnan(si))
        return before;
    const double own = inReaderUnit(si, reader);
    if (!reader.others.empty() && reader.change.change == FormChange::Size)
        before.form = formBySize(reader, before.form, si, std::fabs(own), kind);
    before.range = rangeOf(reader.text, before.range, own);
    return before;
}

bool changesForm(const PlainReader& reader, const HeardCode& heard)
{
    return !reader.others.empty() && reader.by == heard.channel
        && heard.isCalled(reader.change.name);
}

ReaderState withNextForm(const PlainReader& reader, ReaderState before)
{
    before.form = (before.form + 1) % (reader.others.size() + 1);
    return before;
}

ValueState stateOf(const LatestValue& latest, const PlainReader& reader, Ticks now)
{
    if (!latest.hasCome)
        return ValueState::NotYet;
    if (reader.staleAfter > Ticks{} && now - latest.sampledAt > reader.staleAfter)
        return ValueState::Stale;
    return std::isnan(latest.real) ? ValueState::Invalid : ValueState::Valid;
}

double validValue(const LatestValue& latest, const PlainReader& reader, Ticks now)
{
    return stateOf(latest, reader, now) == ValueState::Valid ? latest.real : notThere;
}

std::string wordsFor(const std::vector<NameSpec>& names, const std::string& code, TextForm form)
{
    const auto name = nameOf(names, code);
    return name.empty()                 ? code
        : form == TextForm::CodeAndName ? listRow(names, code)
                                        : std::string(name);
}

std::string listRow(const std::vector<NameSpec>& names, const std::string& code)
{
    return code + ' ' + std::string(nameOf(names, code));
}

std::string readerText(const PlainInstrument& instrument, std::size_t index,
    const ReaderState& state, const LatestValue& latest, Ticks now)
{
    const auto& reader = instrument.readers[index];
    const auto& channel = instrument.channels[reader.channel];
    const auto& names = channel.source.names;
    const auto valid = stateOf(latest, reader, now);
    if (isOfWords(reader.text.form) && reader.text.ranges.empty())
        return formatWords(wordsFor(names, latest.text, reader.text.form), reader.text, valid);
    if (isOfWords(reader.text.form) && state.range > 0)
        if (const auto& name = reader.text.ranges[state.range - 1].name; !name.empty())
            return formatWords(name, reader.text, valid);
    const auto [unit, text] = formOf(reader, state.form);
    const double value = fromSi(validValue(latest, reader, now), unit);
    if (!isOfWords(text.form))
        return formatText(value, text, channel.numberKind, valid);
    auto number = text; // a range without a name
    number.form = TextForm::Number;
    return formatText(value, number, channel.numberKind, valid);
}

double shownOf(const PlainReader& reader, const ReaderState& state, double si, NumberKind kind)
{
    const auto [unit, text] = formOf(reader, state.form);
    return isOfWords(text.form) ? notThere : toSi(shownValue(fromSi(si, unit), text, kind), unit);
}

} // namespace fern
