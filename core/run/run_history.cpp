#include "run/run_history.h"

#include <algorithm>

namespace fern {

void RunHistory::begin(Ticks at)
{
    m_since = std::min(at, m_since.value_or(at));
}

void RunHistory::sampled(const SampleRecord& record)
{
    begin(record.at);
    // A code that a pin brings stands among the told ones too.
    if (!record.code.empty())
        told(
            {record.channel, {record.at, record.code, {}, ToldState::Good, notThere, record.code}});
    m_samples.push_back(record);
    for (; m_samples.front().at + m_window < record.at; m_samples.pop_front())
        m_older[m_samples.front().channel] = std::move(m_samples.front());
}

void RunHistory::told(const ToldRecord& record)
{
    auto& told = m_told[record.channel];
    told.push_back(record.told);
    if (told.size() > toldKept)
        told.pop_front();
}

void RunHistory::driven(const DrivenRecord& record)
{
    m_driven[record.output] = record;
}

const std::deque<Told>& RunHistory::told(std::size_t channel) const
{
    static const std::deque<Told> none;
    const auto found = m_told.find(channel);
    return found == m_told.end() ? none : found->second;
}

const Told* RunHistory::lastTold(std::size_t channel) const
{
    const auto& all = told(channel);
    const auto found = std::find_if(
        all.rbegin(), all.rend(), [](const Told& told) { return told.state != ToldState::Other; });
    return found == all.rend() ? nullptr : &*found;
}

const std::string* RunHistory::lastCode(std::size_t channel) const
{
    const auto& all = told(channel);
    const auto found =
        std::find_if(all.rbegin(), all.rend(), [](const Told& told) { return !told.text.empty(); });
    return found == all.rend() ? nullptr : &found->text;
}

const DrivenRecord* RunHistory::lastDriven(std::size_t output) const
{
    const auto found = m_driven.find(output);
    return found == m_driven.end() ? nullptr : &found->second;
}

void RunHistory::sent(const SentRecord& record)
{
    constexpr std::size_t wholeKept = 2;
    begin(record.from);
    auto& sent = m_sent[record.display];
    sent.push_back(record);
    if (sent.size() > sentKept)
        sent.pop_front();
    if (sent.size() > wholeKept) {
        auto& older = sent[sent.size() - 1 - wholeKept];
        older.before.reset();
        older.after.reset();
        older.heard.reset();
    }
}

const std::deque<SentRecord>& RunHistory::sent(std::size_t display) const
{
    static const std::deque<SentRecord> none;
    const auto found = m_sent.find(display);
    return found == m_sent.end() ? none : found->second;
}

std::shared_ptr<const GlassPicture> RunHistory::seen(std::size_t display, Ticks at) const
{
    const auto& all = sent(display);
    const auto last = std::find_if(all.rbegin(), all.rend(),
        [at](const SentRecord& record) { return record.after != nullptr && record.from <= at; });
    if (last == all.rend()) { // what stood there before the oldest that is still known
        const auto oldest = std::find_if(all.begin(), all.end(),
            [](const SentRecord& record) { return record.before != nullptr; });
        return oldest == all.end() || oldest == all.begin()
            ? nullptr
            : std::make_shared<const GlassPicture>(oldest->before->seen(at));
    }
    if (at >= last->to)
        return std::make_shared<const GlassPicture>(last->after->seen(at));
    const auto part = last->before->clone();
    for (const auto& [when, transfer] : *last->heard)
        if (when <= at)
            part->take(transfer, when);
    return std::make_shared<const GlassPicture>(part->seen(at));
}

void RunHistory::shown(const ShownRecord& record)
{
    constexpr int picturesKept = 2;
    begin(record.startedAt);
    for (const auto& shown : record.readers)
        m_readers[shown.reader] = shown.state;
    m_redraws.push_back(record);
    int kept = 0;
    for (auto redraw = m_redraws.rbegin(); redraw != m_redraws.rend(); ++redraw)
        if (redraw->display == record.display && redraw->picture && ++kept > picturesKept) {
            redraw->picture.reset();
            break; // those before have lost theirs already
        }
    // The one before the window still stands on the glass when the window begins.
    while (m_redraws.size() > 2 && m_redraws[1].visibleAt + m_window < record.visibleAt)
        m_redraws.pop_front();
}

void RunHistory::busy(const BusyRecord& record)
{
    begin(record.from);
    m_busy.push_back(record);
    while (m_busy.front().to + busyKept < record.from)
        m_busy.pop_front();
}

const SampleRecord* RunHistory::lastSample(std::size_t channel) const
{
    for (auto it = m_samples.rbegin(); it != m_samples.rend(); ++it)
        if (it->channel == channel)
            return &*it;
    const auto older = m_older.find(channel);
    return older == m_older.end() ? nullptr : &older->second;
}

ReaderState RunHistory::readerState(std::size_t reader) const
{
    const auto found = m_readers.find(reader);
    return found == m_readers.end() ? ReaderState{} : found->second;
}

const ShownRecord* RunHistory::lastRedraw(std::size_t display) const
{
    for (auto it = m_redraws.rbegin(); it != m_redraws.rend(); ++it)
        if (it->display == display)
            return &*it;
    return nullptr;
}

} // namespace fern
