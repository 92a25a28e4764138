#include "judge/state_page.h"

#include "base/number_text.h"
#include "base/utf8.h"
#include "judge/field_fit.h"
#include "run/derived_run.h"
#include "text/format.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

namespace fern {

namespace {

/// On the glass, in the order of PageComes.
constexpr Words<pageComesKinds> stateWords{"", "HELLO", "WAITING", "NOT FOUND", "SEARCHING",
    "NO VALUE", "SILENT", "OUT OF SERVICE", "LOOK"};

/// A line of text at its row, centred, in the largest lettering that fits; cut where none does.
Field lineOf(const GlassMetrics& metrics, std::string id, std::string text, int top, int room)
{
    Field line;
    line.id = std::move(id);
    line.kind = FieldKind::Label;
    line.font = "5x8";
    line.y = top;
    line.text = std::move(text);
    const auto most = static_cast<std::size_t>(
        std::max(1, metrics.columns / std::max(1, fieldBox(line, 1, metrics).width)));
    line.text.resize(bytesOfFirst(line.text, most));
    auto best = line;
    constexpr int mostScale = 4;
    for (const auto& lettering : letterings(line, metrics, mostScale)) {
        const auto box = fieldBox(lettering, cellCount(line.text), metrics);
        if (box.width <= metrics.columns && box.height <= room
            && box.height > fieldBox(best, 1, metrics).height)
            best = lettering;
    }
    best.x = std::max(0, metrics.columns - fieldBox(best, cellCount(best.text), metrics).width) / 2;
    return best;
}

constexpr int countDigits = 3;

/// Something may still come of it: how long one has waited is told.
bool isWaitedFor(PageComes comes)
{
    return comes == PageComes::NotYet || comes == PageComes::Searching;
}

/// A line of words, with the seconds for which one has waited where they find room.
std::vector<Field> stateLine(
    const GlassMetrics& metrics, PageComes comes, const std::string& words, int top, int room)
{
    const auto counted = words + std::string(1 + countDigits, ' ');
    auto line = lineOf(metrics, "words", counted, top, room);
    if (!isWaitedFor(comes) || line.text != counted)
        return {lineOf(metrics, "words", words, top, room)};
    Field count = line;
    line.text = words;
    count.id = "count";
    count.kind = FieldKind::Count;
    count.text.clear();
    count.width = countDigits;
    count.x += fieldBox(line, cellCount(words) + 1, metrics).width;
    return {std::move(line), std::move(count)};
}

bool hasPage(const PlainDisplay& display, std::size_t channel, std::initializer_list<PageComes> any)
{
    return std::any_of(display.pages.begin(), display.pages.end(), [&](const PlainPage& page) {
        return page.when.traits().hasChannel && page.whenChannel == channel
            && std::find(any.begin(), any.end(), page.when.comes) != any.end();
    });
}

/// What gathers keeps what it has, and what counts time goes on.
bool isMadeOfAny(const PlainInstrument& in, std::size_t channel,
    bool (*which)(const PlainInstrument&, std::size_t))
{
    const auto& c = in.channels[channel];
    return c.source.kind == SourceKind::Derived && isAsOldAsItsSources(c.source.derived.kind)
        && std::any_of(
            c.madeOf.begin(), c.madeOf.end(), [&](std::size_t other) { return which(in, other); });
}

} // namespace

std::size_t channelOf(const PlainInstrument& in, const PlainPage& page)
{
    if (page.when.traits().hasChannel)
        return page.whenChannel;
    for (std::size_t i = 0; i < page.fields.size(); ++i)
        if (page.fields[i].traits().hasReader)
            return in.readers[page.readers[i]].channel;
    return 0;
}

Page statePage(const PlainDisplay& display, const PlainChannel& channel, PageComes comes)
{
    const auto& metrics = display.metrics;
    const auto words = std::string(stateWords[static_cast<std::size_t>(comes)]);
    Page page;
    page.display = display.id;
    page.name = comes == PageComes::AtStart
        ? "Splash"
        : fmt::format("{}: {}", channel.name, pageComesWords[static_cast<std::size_t>(comes)]);
    page.when.comes = comes;
    if (page.when.traits().hasChannel)
        page.when.channel = channel.id;
    if (metrics.unit == GlassUnit::Digits) { // few words can be formed
        const int counted = isWaitedFor(comes) ? 1 + countDigits : 0;
        const int dashes = metrics.columns > counted ? metrics.columns - counted : metrics.columns;
        page.fields =
            stateLine(metrics, comes, std::string(static_cast<std::size_t>(dashes), '-'), 0, 1);
        return page;
    }
    const int lines = std::max(1, metrics.rows / fieldBox(Field{}, 1, metrics).height);
    if (lines < 2 || comes == PageComes::AtStart) {
        page.fields = stateLine(metrics, comes, words, 0, metrics.rows);
        for (auto& field : page.fields)
            field.y = (metrics.rows - fieldBox(field, 1, metrics).height) / 2;
        return page;
    }
    const int half = metrics.rows / 2;
    page.fields = stateLine(metrics, comes, words, half, metrics.rows - half);
    page.fields.insert(
        page.fields.begin(), lineOf(metrics, "title", inCapitals(channel.name), 0, half));
    return page;
}

std::string conditionText(const PageCondition& when)
{
    const auto time = durationText(inSi(when.time));
    switch (when.comes) {
    case PageComes::Turned:
        return "it is turned to";
    case PageComes::AtStart:
        return fmt::format("for {} after power-on", time);
    case PageComes::NotYet:
        return "nothing has come yet";
    case PageComes::NoDevice:
        return fmt::format("nothing has come for {} since power-on", time);
    case PageComes::Searching:
        return "something comes, and has had no value yet";
    case PageComes::Fault:
        return fmt::format("what comes has had no value for {}", time);
    case PageComes::Stale:
        return fmt::format("nothing has come for {}", time);
    case PageComes::Told:
        return fmt::format("the newest code is {}", when.name);
    case PageComes::Alarm:
        return fmt::format(
            "it is below {} or above {}", shortestText(when.least), shortestText(when.most));
    }
    return {};
}

bool canFallSilent(const PlainInstrument& in, std::size_t channel)
{
    const auto& source = in.channels[channel].source;
    return !givesCodes(source.kind)
        && (isTold(source.kind) || isMadeOfAny(in, channel, canFallSilent));
}

bool canHaveNoValue(const PlainInstrument& in, std::size_t channel)
{
    const auto& c = in.channels[channel];
    return !givesCodes(c.source.kind)
        && (isTold(c.source.kind) || c.gate || c.source.kind == SourceKind::Waveform
            || isMadeOfAny(in, channel, canHaveNoValue));
}

std::vector<PageComes> untoldStates(const PlainInstrument& in, const PlainDisplay& display,
    const PlainPage& page, std::size_t channel)
{
    bool hasText = false, saysOld = false;
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        if (page.fields[i].kind != FieldKind::Value)
            continue;
        const auto& reader = in.readers[page.readers[i]];
        if (reader.channel != channel)
            continue;
        hasText = true; // it has marks for no value, and before the first
        saysOld = saysOld || reader.staleAfter > Ticks{};
    }
    std::vector<PageComes> untold;
    if (canFallSilent(in, channel)) {
        if (!hasText && !hasPage(display, channel, {PageComes::NotYet, PageComes::NoDevice}))
            untold.push_back(PageComes::NoDevice);
        if (!saysOld && !hasPage(display, channel, {PageComes::Stale}))
            untold.push_back(PageComes::Stale);
    }
    if (canHaveNoValue(in, channel) && !hasText
        && !hasPage(display, channel, {PageComes::Fault, PageComes::Searching}))
        untold.push_back(PageComes::Fault);
    return untold;
}

} // namespace fern
