#include "instrument/reader_edits.h"

#include "base/number_text.h"
#include "instrument/describe.h"
#include "instrument/figures.h"
#include "instrument/offers.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>

#include <fmt/format.h>

namespace fern {

namespace {

Result<Instrument> withReaderChanged(const Instrument& in, std::string_view id,
    const std::function<Result<void>(Reader&, const Channel&)>& change)
{
    auto out = in;
    for (auto& reader : out.readers) {
        if (reader->id != id)
            continue;
        auto changed = *reader;
        if (const auto done = change(changed, *findById(in.channels, changed.channel)); !done)
            return done.error();
        reader = std::make_shared<const Reader>(std::move(changed));
        return accepted(std::move(out));
    }
    return goneError("reader");
}

Error cannot(std::string message)
{
    return {ErrorCode::InvalidArgument, std::move(message), ""};
}

/// The unit a thousand times as large, by its prefix; empty for none.
std::string thousandfold(const std::string& unit)
{
    const auto own = *parseUnit(unit);
    const std::string rest = unit.substr(1);
    for (const auto& larger : {rest, "k" + unit, "M" + rest}) {
        const auto parsed = parseUnit(larger);
        if (parsed && parsed->dimension == own.dimension
            && std::fabs(differenceToSi(1e-3, *parsed) / differenceToSi(1, own) - 1) < 1e-9)
            return larger;
    }
    return {};
}

/// A unit that the reader does not write yet; empty for none.
std::string otherUnit(const Reader& reader)
{
    const auto isWritten = [&](const std::string& unit) {
        return unit == reader.unit
            || (reader.others
                && std::any_of(reader.others->forms.begin(), reader.others->forms.end(),
                    [&](const NumberForm& form) { return form.unit == unit; }));
    };
    for (const auto& unit : usualUnits(*parseUnit(reader.unit)))
        if (!isWritten(unit))
            return unit;
    return {};
}

OtherForms usualForms(const Instrument& in)
{
    OtherForms others;
    others.change = FormChange::Size;
    for (const auto& channel : in.channels)
        if (isOfCodes(*channel)) {
            const auto names = namesOf(*channel);
            return {FormChange::Code, channel->id, names.empty() ? "" : names.front(), {}, 5, {}};
        }
    return others;
}

/// Decimals that tell about as much in another unit.
int decimalsIn(const Reader& reader, const std::string& unit)
{
    const double digit = differenceToSi(digitWorth(reader.text), *parseUnit(reader.unit));
    const double worth = differenceFromSi(digit, *parseUnit(unit));
    return std::clamp(static_cast<int>(std::round(-std::log10(worth))), 0, 9);
}

/// Makes the field as wide as the ends of the wish are in every unit, by a code all of them.
void widen(Reader& reader, const Channel& channel)
{
    constexpr int widest = 40;
    const bool isWhole = reader.others->change == FormChange::Code;
    const auto need = [&](const std::string& unit, const TextSpec& text, double most) {
        for (const auto& end : {channel.wish.from, channel.wish.to}) {
            const double value = std::clamp(fern::in(end, unit), -most, most);
            reader.text.width =
                std::clamp(cellsNeeded(value, text, channel.numberKind), reader.text.width, widest);
        }
    };
    const auto& forms = reader.others->forms;
    for (std::size_t i = 0; i < forms.size(); ++i) {
        auto text = reader.text;
        text.decimals = forms[i].decimals;
        text.unitShown = forms[i].unitShown;
        // By size it is written so up to where the next one begins.
        const double most = isWhole || i + 1 == forms.size()
            ? std::numeric_limits<double>::infinity()
            : fern::in(Quantity{forms[i + 1].from, reader.unit}, forms[i].unit);
        need(forms[i].unit, text, most);
    }
}

std::string labelOf(const Parameter& row)
{
    const auto key = row.path.substr(row.path.rfind('/') + 1);
    if (key == "unitShown")
        return "written";
    if (key == "onPage")
        return "while it shows";
    if (key == "hysteresisPercent")
        return "back, % below";
    if (key == "rangeSlack")
        return "left so far below";
    return key == "change" ? "other units" : row.label;
}

} // namespace

std::vector<Parameter> formParameters(const Instrument& in, std::string_view id)
{
    const auto* reader = findById(in.readers, id);
    if (reader == nullptr)
        return {};
    auto rows = rowsOf(*reader);
    std::erase_if(rows, [&](const Parameter& row) {
        const bool isForm = reader->others && row.path.starts_with("others/");
        const bool isRange = row.path.starts_with("text/range") || row.path == "text/rounded";
        const bool isBorder =
            row.path.ends_with("/from") && isForm && reader->others->change == FormChange::Code;
        return (!isForm && !isRange) || isBorder;
    });
    for (auto& row : rows) {
        if (row.path == "others/by")
            offerChannels(row, in, isOfCodes);
        else if (row.path == "others/name")
            offerNames(row, in, reader->others->by);
        else if (row.path == "others/onPage")
            offerPages(row, in);
        offerItself(row);
        row.label = labelOf(row);
    }
    return rows;
}

Result<Instrument> withFormParameter(
    const Instrument& in, std::string_view id, std::string_view path, std::string_view text)
{
    return withReaderChanged(in, id, [&](Reader& reader, const Channel&) -> Result<void> {
        auto set = withFigure(reader, path, text);
        if (!set)
            return set.error();
        reader = *std::move(set);
        if (reader.others && reader.others->change == FormChange::Code
            && reader.others->by.empty()) {
            const auto usual = usualForms(in);
            if (usual.by.empty())
                return cannot("there is no channel of codes yet");
            reader.others->by = usual.by;
            reader.others->name = usual.name;
        }
        return {};
    });
}

Result<Instrument> withFormAdded(const Instrument& in, std::string_view id)
{
    return withReaderChanged(in, id, [&](Reader& reader, const Channel& channel) -> Result<void> {
        if (reader.text.form != TextForm::Number)
            return cannot("only a number is written in several units");
        if (!reader.others)
            reader.others = usualForms(in);
        auto& forms = reader.others->forms;
        NumberForm form;
        form.unit = reader.others->change == FormChange::Code
            ? otherUnit(reader)
            : thousandfold(forms.empty() ? reader.unit : forms.back().unit);
        if (form.unit.empty())
            return cannot(reader.others->change == FormChange::Code
                    ? fmt::format("there is no usual unit beside {}", reader.unit)
                    : fmt::format("there is no larger unit than {}",
                        forms.empty() ? reader.unit : forms.back().unit));
        form.unitShown = prettyUnit(form.unit);
        form.decimals = decimalsIn(reader, form.unit);
        form.from = forms.empty() ? 1000 : forms.back().from * 1000;
        // A number that changes its unit tells which it is.
        if (reader.text.unitShown.empty()) {
            reader.text.unitShown = prettyUnit(reader.unit);
            reader.text.width =
                std::min(40, reader.text.width + 1 + cellCount(reader.text.unitShown));
        }
        forms.push_back(std::move(form));
        widen(reader, channel);
        return {};
    });
}

Result<Instrument> withoutForm(const Instrument& in, std::string_view id)
{
    return withReaderChanged(in, id, [](Reader& reader, const Channel&) -> Result<void> {
        if (!reader.others)
            return cannot("it has no other unit");
        if (!reader.others->forms.empty())
            reader.others->forms.pop_back();
        if (reader.others->forms.empty())
            reader.others.reset();
        return {};
    });
}

Result<Instrument> withRangeAdded(const Instrument& in, std::string_view id)
{
    return withReaderChanged(in, id, [](Reader& reader, const Channel& channel) -> Result<void> {
        constexpr double steps = 4;
        if (givesCodes(channel.source.kind))
            return cannot("codes have names of their own");
        if (reader.others)
            return cannot("it is written in several units; take those away first");
        const double low = fern::in(channel.wish.from, reader.unit);
        const double high = fern::in(channel.wish.to, reader.unit);
        auto& ranges = reader.text.ranges;
        RangeName range;
        range.from = ranges.empty() ? low : ranges.back().from + (high - low) / steps;
        range.name = fmt::format("range {}", ranges.size() + 1);
        ranges.push_back(std::move(range));
        reader.text.form = TextForm::Name;
        return {};
    });
}

Result<Instrument> withoutRange(const Instrument& in, std::string_view id)
{
    return withReaderChanged(in, id, [](Reader& reader, const Channel&) -> Result<void> {
        auto& ranges = reader.text.ranges;
        if (ranges.empty())
            return cannot("it has no range");
        ranges.pop_back();
        if (ranges.empty())
            reader.text.form = TextForm::Number;
        return {};
    });
}

} // namespace fern
