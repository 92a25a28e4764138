#include "world/radio_device.h"

#include "world/told_value.h"

#include <algorithm>
#include <iterator>

#include <fmt/format.h>

namespace fern {

namespace {

struct Station {
    std::vector<const ToldValue*> values; ///< that have a truth
    double begin = 0; ///< seconds of its slot in the cycle
};

std::vector<std::size_t> stationOfEach(const SenderSetting& s)
{
    std::vector<int> addresses;
    std::transform(s.values.begin(), s.values.end(), std::back_inserter(addresses),
        [](const ToldValue& value) { return value.source.node.address; });
    return stationsOf(addresses);
}

std::vector<Station> stations(const SenderSetting& s)
{
    const auto which = stationOfEach(s);
    std::vector<Station> all;
    for (std::size_t i = 0; i < which.size(); ++i) {
        if (which[i] == all.size())
            all.push_back({{}, inSi(s.device.radio.slot) * static_cast<double>(which[i])});
        if (!s.values[i].lane.empty())
            all[which[i]].values.push_back(&s.values[i]);
    }
    return all;
}

/// What chance does to the messages of a value's station.
class Air {
public:
    Air(const SenderSetting& s, const ToldValue& value, std::int64_t cycle)
        : m_setting(s)
        , m_value(value)
        , m_losses(s.seed, value.id, "losses")
        , m_first(cycle * s.device.radio.tries)
    {
    }
    bool losesPoll(int attempt, double at) const
    {
        return isSilent(at) || loses(number(attempt) * 2);
    }
    /// `said` counts how often it has been said in this attempt.
    bool losesAnswer(int attempt, std::uint64_t said, double at) const
    {
        return isSilent(at) || loses(number(attempt) * 2 + 1 + (said << 42U));
    }
    bool losesAcknowledgement(int attempt, std::uint64_t said) const
    {
        return loses(number(attempt) * 2 + ((said + 1) << 42U));
    }
    std::string damaged(std::string bytes, double at, std::int64_t cycle) const
    {
        return m_setting.faults.isDamaged(at, cycle) || m_value.faults.isDamaged(at, cycle)
            ? damagedMessage(std::move(bytes), m_losses, cycle)
            : bytes;
    }

private:
    std::uint64_t number(int attempt) const
    {
        return static_cast<std::uint64_t>(m_first + attempt);
    }
    bool isSilent(double at) const
    {
        return m_setting.faults.isOn(FaultKind::Silence, at)
            || m_value.faults.isOn(FaultKind::Silence, at);
    }
    bool loses(std::uint64_t index) const
    {
        return m_losses.uniform(index) < m_value.source.node.lossPercent / 100;
    }

    const SenderSetting& m_setting;
    const ToldValue& m_value;
    RandomStream m_losses;
    std::int64_t m_first; ///< number of the cycle's first attempt
};

constexpr std::uint64_t mostSaid(const RadioSpec& radio)
{
    return radio.acknowledges ? 2 : 1;
}

/// The answers of a station in the slot that begins `begin` seconds after the start.
void addAnswers(std::vector<Sent>& all, const SenderSetting& s, const Station& station,
    std::int64_t cycle, double begin)
{
    const auto& radio = s.device.radio;
    const double slot = inSi(radio.slot);
    const double reply = inSi(radio.reply);
    auto missing = station.values;
    for (int attempt = 0; attempt < radio.tries && !missing.empty(); ++attempt) {
        const double sent = begin + attempt * slot / radio.tries;
        if (Air(s, *station.values.front(), cycle).losesPoll(attempt, sent))
            continue;
        double at = sent;
        std::erase_if(missing, [&](const ToldValue* value) {
            const Air air(s, *value, cycle);
            bool hasCome = false;
            bool isAcknowledged = false;
            for (std::uint64_t said = 0; said < mostSaid(radio) && !isAcknowledged; ++said) {
                at += reply;
                if (air.losesAnswer(attempt, said, sent))
                    continue;
                auto bytes = fmt::format("{}:{}\n", fieldOf(value->source.node),
                    numberTold(value->source, toldAt(*value, sent)));
                all.push_back({ticksFromSeconds(at), air.damaged(std::move(bytes), sent, cycle)});
                hasCome = true;
                isAcknowledged = !air.losesAcknowledgement(attempt, said);
            }
            return hasCome;
        });
    }
}

} // namespace

std::vector<std::size_t> stationsOf(const std::vector<int>& addresses)
{
    std::vector<int> known;
    std::vector<std::size_t> which;
    for (const int address : addresses) {
        const auto found = std::find(known.begin(), known.end(), address);
        which.push_back(static_cast<std::size_t>(found - known.begin()));
        if (found == known.end())
            known.push_back(address);
    }
    return which;
}

double answerSeconds(const RadioSpec& radio, std::size_t values)
{
    return inSi(radio.reply) * static_cast<double>(std::max<std::size_t>(1, values))
        * static_cast<double>(mostSaid(radio));
}

Sender radioSender(SenderSetting s)
{
    const auto period = ticksFromSeconds(inSi(s.device.every));
    return {period, [s = std::move(s), period](std::int64_t cycle) {
                std::vector<Sent> all;
                for (const auto& station : stations(s))
                    if (!station.values.empty())
                        addAnswers(
                            all, s, station, cycle, inSeconds(period * cycle) + station.begin);
                return all;
            }};
}

Poll pollOf(const SenderSetting& s, std::size_t value, std::int64_t cycle)
{
    const auto& radio = s.device.radio;
    const auto which = stationOfEach(s)[value];
    const auto all = stations(s);
    const auto& station = all[which];
    const double begin = inSeconds(ticksFromSeconds(inSi(s.device.every)) * cycle) + station.begin;
    const auto& first = station.values.empty() ? s.values[value] : *station.values.front();
    const Air air(s, first, cycle);
    Poll poll{ticksFromSeconds(begin), {}};
    for (int attempt = 0; attempt < radio.tries && !poll.heard; ++attempt) {
        const double sent = begin + attempt * inSi(radio.slot) / radio.tries;
        if (!air.losesPoll(attempt, sent))
            poll.heard = ticksFromSeconds(sent);
    }
    return poll;
}

} // namespace fern
