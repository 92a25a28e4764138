#include "judge/glass_moment.h"

#include "glass/grid_index.h"
#include "judge/field_fit.h"
#include "judge/page_trial.h"
#include "run/page_turner.h"
#include "run/task_blocks.h"

#include <algorithm>
#include <numeric>
#include <utility>

namespace fern {

std::vector<GlassMoment> glassMoments(
    const PlainInstrument& in, const RunHistory& history, Ticks now)
{
    const ValueOf valueOf = [&](std::size_t channel) { return latestOf(history, channel); };
    const StateOf stateOf = [&](std::size_t reader) { return stateNow(in, history, reader, now); };
    std::vector<GlassMoment> moments(in.displays.size());
    for (std::size_t i = 0; i < moments.size(); ++i) {
        auto& moment = moments[i];
        const auto& sent = history.sent(i);
        moment.sent.assign(sent.begin(), sent.end());
        moment.picture = history.seen(i, now - in.displays[i].optical);
        if (const auto* last = history.lastRedraw(i)) {
            moment.readers = last->readers;
            moment.page = last->page;
            moment.content = last->content;
        }
        moment.minuteOfDay = minuteOfDay(in.displays[i], valueOf).value_or(-1);
        for (const auto& page : in.displays[i].pages)
            moment.pages.push_back(page.id == moment.page
                    ? *moment.content
                    : pageMoment(in, in.displays[i], page, now, now, valueOf, stateOf, {}).content);
        if (!sent.empty() && sent.back().after)
            moment.text = sent.back().after->text();
    }
    return moments;
}

const PlainPage* pageShown(const PlainDisplay& display, const GlassMoment& moment)
{
    const auto page = indexOf(display.pages, moment.page);
    return page == display.pages.size() ? nullptr : &display.pages[page];
}

PageContent contentShown(
    const PlainInstrument& in, const PlainDisplay& display, const GlassMoment& moment)
{
    if (moment.content && moment.page == display.page.id
        && moment.content->size() == display.page.fields.size())
        return *moment.content;
    return sampleContent(display.page, [&](std::size_t field) {
        const auto width = in.readers[display.page.readers[field]].text.width;
        return std::string(static_cast<std::size_t>(width), '8');
    });
}

std::unique_ptr<GlassPart> afterTransfers(const SentRecord& record, std::size_t count)
{
    if (!record.before || !record.heard)
        return nullptr;
    auto part = record.before->clone();
    for (std::size_t i = 0; i < std::min(count, record.heard->size()); ++i)
        part->take((*record.heard)[i].transfer, (*record.heard)[i].at);
    return part;
}

namespace {

/// The elements of a glass that show what is in a box of its page.
std::vector<std::size_t> elementsOf(const GlassFace& face, const GlassMetrics& metrics, Box box)
{
    constexpr int elementsOfDigit = 8;
    std::vector<std::size_t> elements;
    if (metrics.unit == GlassUnit::Digits) {
        for (int i = box.x * elementsOfDigit; i < (box.x + box.width) * elementsOfDigit; ++i)
            if (i >= 0 && i < metrics.columns * elementsOfDigit)
                elements.push_back(static_cast<std::size_t>(i));
        return elements;
    }
    const bool isCells = metrics.unit == GlassUnit::Cells;
    const int across = isCells ? face.cellColumns : 1;
    const int down = isCells ? face.cellRows : 1;
    const auto last = [](int end, int most) { return std::min(end, most); };
    for (int y = std::max(0, box.y * down); y < last((box.y + box.height) * down, face.rows); ++y)
        for (int x = std::max(0, box.x * across);
             x < last((box.x + box.width) * across, face.columns); ++x)
            elements.push_back(gridIndex(x, y, face.columns));
    return elements;
}

/// How long some elements show neither what they did nor what they will.
class Torn {
public:
    Torn(std::vector<std::size_t> elements, Ticks from)
        : m_elements(std::move(elements))
        , m_since(from)
    {
    }

    void look(Ticks at, const GlassPicture& seen, const GlassPicture& old, const GlassPicture& now)
    {
        end(at);
        m_isTorn = differs(seen, now) && differs(seen, old);
    }
    void end(Ticks at)
    {
        if (m_isTorn)
            m_torn = m_torn + (at - m_since);
        m_since = at;
    }
    double seconds() const { return inSeconds(m_torn); }

private:
    bool differs(const GlassPicture& a, const GlassPicture& b) const
    {
        return std::any_of(m_elements.begin(), m_elements.end(),
            [&](std::size_t i) { return a.levels[i] != b.levels[i]; });
    }

    std::vector<std::size_t> m_elements;
    Ticks m_since, m_torn{};
    bool m_isTorn = false;
};

} // namespace

/// The elements that differ in any way from both ends while it is sent are counted together: a page
/// is torn as long as any of it is, and so is each of its fields.
std::optional<Blanking> blankingOf(
    const PlainInstrument& in, const PlainDisplay& display, const GlassMoment& moment)
{
    if (moment.sent.empty() || !moment.sent.back().heard)
        return std::nullopt;
    const auto& record = moment.sent.back();
    const auto old = record.before->seen(record.from);
    const auto end = std::max(record.to, record.after->busyUntil());
    const auto now = record.after->seen(end);
    std::vector<std::size_t> all(now.levels.size());
    std::iota(all.begin(), all.end(), std::size_t{0});
    std::vector<Torn> parts{{std::move(all), record.from}};
    const auto* shown = pageShown(display, moment);
    if (shown == nullptr)
        return std::nullopt;
    for (const auto& field : shown->fields)
        parts.emplace_back(elementsOf(*now.face, display.metrics,
                               fieldBox(field, placesOf(in, display, field), display.metrics)),
            record.from);
    const auto part = record.before->clone();
    Ticks last = record.from;
    const auto look = [&](Ticks at) {
        const auto seen = part->seen(at);
        for (auto& torn : parts)
            torn.look(at, seen, old, now);
        last = at;
    };
    for (const auto& [at, transfer] : *record.heard) {
        part->take(transfer, at);
        look(at);
    }
    constexpr int looks = 8; // at the stages of a refresh
    const auto step = Ticks{(end - last).ns / looks};
    for (int i = 1; i < looks && part->busyUntil() > last; ++i)
        look(last + step);
    Blanking blanking;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        parts[i].end(end);
        if (i > 0)
            blanking.fields.push_back(parts[i].seconds());
    }
    blanking.seconds = parts.front().seconds();
    blanking.share = blanking.seconds / redrawPeriod(in, display);
    return blanking;
}

} // namespace fern
