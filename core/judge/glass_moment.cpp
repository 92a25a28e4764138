#include "judge/glass_moment.h"

#include <algorithm>

namespace fern {

std::vector<GlassMoment> glassMoments(
    const PlainInstrument& in, const RunHistory& history, Ticks now)
{
    std::vector<GlassMoment> moments(in.displays.size());
    for (std::size_t i = 0; i < moments.size(); ++i) {
        auto& moment = moments[i];
        const auto& sent = history.sent(i);
        moment.sent.assign(sent.begin(), sent.end());
        moment.picture = history.seen(i, now - in.displays[i].optical);
        if (const auto* last = history.lastRedraw(i))
            moment.readers = last->readers;
        if (!sent.empty() && sent.back().after)
            moment.text = sent.back().after->text();
    }
    return moments;
}

FieldText textsShown(
    const PlainInstrument& in, const PlainDisplay& display, const GlassMoment& moment)
{
    std::vector<std::string> texts;
    for (std::size_t i = 0; i < display.page.fields.size(); ++i) {
        auto& text = texts.emplace_back();
        if (display.page.fields[i].kind != FieldKind::Value)
            continue;
        const auto reader = display.page.readers[i];
        const auto found = std::find_if(moment.readers.begin(), moment.readers.end(),
            [reader](const ShownReader& shown) { return shown.reader == reader; });
        text = found != moment.readers.end()
            ? found->text
            : std::string(static_cast<std::size_t>(in.readers[reader].text.width), '8');
    }
    return [texts](std::size_t field) { return texts[field]; };
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

/// The elements that differ in any way from both ends while it is sent are counted together: a page
/// is torn as long as any of it is.
std::optional<Blanking> blankingOf(const PlainDisplay& display, const GlassMoment& moment)
{
    if (moment.sent.empty() || !moment.sent.back().heard)
        return std::nullopt;
    const auto& record = moment.sent.back();
    const auto old = record.before->seen(record.from);
    const auto end = std::max(record.to, record.after->busyUntil());
    const auto now = record.after->seen(end);
    Blanking blanking;
    const auto part = record.before->clone();
    Ticks torn{};
    auto since = record.from;
    bool isTorn = false;
    for (const auto& [at, transfer] : *record.heard) {
        part->take(transfer, at);
        const auto seen = part->seen(at);
        if (isTorn)
            torn = torn + (at - since);
        since = at;
        isTorn = !(seen == now) && !(seen == old);
    }
    if (isTorn || part->busyUntil() > since)
        torn = torn + (end - since);
    blanking.seconds = inSeconds(torn);
    blanking.share = blanking.seconds / inSeconds(display.redrawEvery);
    return blanking;
}

} // namespace fern
