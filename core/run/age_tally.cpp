#include "run/age_tally.h"

#include <algorithm>
#include <cmath>

namespace fern {

AgeTally::AgeTally(const PlainInstrument& instrument)
{
    for (const auto& reader : instrument.readers)
        m_channels.push_back(reader.channel);
}

void AgeTally::shown(const ShownRecord& record)
{
    for (auto& [place, number] : m_numbers) {
        if (place.first != record.display || !number.stands)
            continue;
        const double from = inSeconds(number.visibleAt - number.sampledAt);
        const double to = inSeconds(record.visibleAt - number.sampledAt);
        auto& age = number.age;
        age.least = number.seconds == 0 ? from : std::min(age.least, from);
        age.most = std::max(age.most, to);
        number.seconds += to - from;
        number.ageSeconds += (to - from) * (from + to) / 2;
        number.stands = false;
    }
    for (const auto& reader : record.readers) {
        auto& number = m_numbers[{record.display, reader.reader}];
        number.age.channel = m_channels[reader.reader];
        number.age.display = record.display;
        number.stands = !std::isnan(reader.shown);
        number.sampledAt = reader.sampledAt;
        number.visibleAt = record.visibleAt;
    }
}

std::vector<ShownAge> AgeTally::figures() const
{
    std::map<std::pair<std::size_t, std::size_t>, Number> byChannel;
    for (const auto& [place, number] : m_numbers) {
        if (number.seconds == 0)
            continue;
        auto& all = byChannel[{place.first, number.age.channel}];
        const bool isFirst = all.seconds == 0;
        all.age.channel = number.age.channel;
        all.age.display = number.age.display;
        all.age.least = isFirst ? number.age.least : std::min(all.age.least, number.age.least);
        all.age.most = std::max(all.age.most, number.age.most);
        all.seconds += number.seconds;
        all.ageSeconds += number.ageSeconds;
    }
    std::vector<ShownAge> figures;
    for (auto& [place, number] : byChannel) {
        number.age.usual = number.ageSeconds / number.seconds;
        figures.push_back(number.age);
    }
    return figures;
}

} // namespace fern
