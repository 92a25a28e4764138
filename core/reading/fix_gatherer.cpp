#include "reading/fix_gatherer.h"

#include <algorithm>

namespace fern {

namespace {

constexpr std::size_t mostOpen = 3; ///< fixes that a late sentence can still belong to

/// Takes what is not known yet: a second sentence that tells the same thing counts once.
template <class T> void fill(std::optional<T>& known, const std::optional<T>& news)
{
    if (!known)
        known = news;
}

void fillMotion(ReceiverState& known, const ReceiverState& news)
{
    fill(known.latitude, news.latitude);
    fill(known.longitude, news.longitude);
    fill(known.speed, news.speed);
    fill(known.course, news.course);
    fill(known.altitude, news.altitude);
    fill(known.dilution, news.dilution);
}

bool tellsMotion(const ReceiverState& s)
{
    return s.hasFix || s.latitude || s.speed || s.course || s.altitude;
}

bool holds(const std::vector<std::string>& names, const std::string& name)
{
    return std::find(names.begin(), names.end(), name) != names.end();
}

} // namespace

FixGatherer::Open& FixGatherer::openFor(
    const ReceiverState& news, const std::string& name, std::size_t number)
{
    const auto begin = [&]() -> Open& {
        m_open.push_back({{{}, number}, {}, false, {}});
        m_current = m_open.size() - 1;
        return m_open.back();
    };
    if (m_open.empty())
        return begin();
    auto& current = m_open[m_current];
    if (!news.secondOfDay)
        return tellsMotion(news) && holds(current.heard, name) ? begin() : current;
    if (!current.fix.state.secondOfDay || current.fix.state.secondOfDay == news.secondOfDay)
        return current;
    for (std::size_t i = 0; i < m_open.size(); ++i)
        if (m_open[i].fix.state.secondOfDay == news.secondOfDay && !holds(m_open[i].heard, name)) {
            m_current = i;
            return m_open[i];
        }
    return begin();
}

void FixGatherer::take(const NmeaSentence& sentence, std::size_t number)
{
    const auto news = stateOf(sentence);
    if (!news.secondOfDay && !tellsMotion(news) && !news.satellitesUsed)
        return;
    const auto name = sentence.talker + sentence.type;
    auto& open = openFor(news, name, number);
    auto& state = open.fix.state;
    open.heard.push_back(name);
    fill(state.secondOfDay, news.secondOfDay);
    fill(state.quality, news.quality);
    fill(state.satellitesUsed, news.satellitesUsed);
    if (state.date.empty())
        state.date = news.date;
    if (news.hasFix == true)
        state.hasFix = true;
    open.isDenied = open.isDenied || news.hasFix == false;
    fillMotion(news.hasFix ? state : open.unsure, news);
}

std::optional<GatheredFix> FixGatherer::next(bool isEnd)
{
    if (m_open.empty() || (!isEnd && m_open.size() <= mostOpen))
        return std::nullopt;
    auto open = std::move(m_open.front());
    m_open.pop_front();
    m_current = m_current == 0 ? 0 : m_current - 1;
    if (open.isDenied)
        open.fix.state.hasFix = open.fix.state.hasFix.value_or(false);
    else
        fillMotion(open.fix.state, open.unsure);
    return open.fix;
}

} // namespace fern
