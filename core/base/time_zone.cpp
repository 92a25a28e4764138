#include "base/time_zone.h"

#include "base/calendar.h"
#include "base/number_text.h"
#include "base/split.h"

#include <cmath>
#include <cstdlib>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr int daySeconds = 86400;

class RuleReader {
public:
    explicit RuleReader(std::string_view text)
        : m_rest(text)
    {
    }
    bool failed() const { return m_failed; }
    bool atEnd() const { return m_rest.empty(); }

    bool takes(char c)
    {
        if (m_rest.empty() || m_rest.front() != c)
            return false;
        m_rest.remove_prefix(1);
        return true;
    }
    std::string name()
    {
        const bool isQuoted = takes('<');
        std::string text;
        while (!m_rest.empty()
            && (isQuoted ? m_rest.front() != '>'
                         : (m_rest.front() | 0x20) >= 'a' && (m_rest.front() | 0x20) <= 'z')) {
            text += m_rest.front();
            m_rest.remove_prefix(1);
        }
        m_failed = m_failed || text.size() < 3 || (isQuoted && !takes('>'));
        return text;
    }
    int number(int least, int most)
    {
        int value = 0;
        int digits = 0;
        while (!m_rest.empty() && m_rest.front() >= '0' && m_rest.front() <= '9' && digits < 4) {
            value = value * 10 + (m_rest.front() - '0');
            m_rest.remove_prefix(1);
            ++digits;
        }
        m_failed = m_failed || digits == 0 || value < least || value > most;
        return value;
    }
    /// [+-]hh[:mm[:ss]] in seconds.
    int time(int mostHours)
    {
        const bool isNegative = takes('-');
        if (!isNegative)
            takes('+');
        int seconds = number(0, mostHours) * 3600;
        if (takes(':'))
            seconds += number(0, 59) * 60;
        if (takes(':'))
            seconds += number(0, 59);
        return isNegative ? -seconds : seconds;
    }
    ZoneChange change()
    {
        ZoneChange c;
        m_failed = m_failed || !takes(',') || !takes('M');
        c.month = number(1, 12);
        m_failed = m_failed || !takes('.');
        c.week = number(1, 5);
        m_failed = m_failed || !takes('.');
        c.weekday = number(0, 6);
        if (takes('/'))
            c.seconds = time(167);
        return c;
    }

private:
    std::string_view m_rest;
    bool m_failed = false;
};

/// Local seconds since 1970 of a change in that year, in the time that ends.
std::int64_t changeIn(int year, const ZoneChange& change)
{
    const UtcTime first{year, change.month, 1};
    int day = 1 + (change.weekday - weekdayOf(first) + 7) % 7 + 7 * (change.week - 1);
    const UtcTime next{change.month == 12 ? year + 1 : year, change.month % 12 + 1, 1};
    const auto length = (epochOf(next) - epochOf(first)) / daySeconds;
    while (day > length)
        day -= 7;
    return epochOf({year, change.month, day}) + change.seconds;
}

} // namespace

Result<ZoneRule> parseZoneRule(std::string_view text)
{
    RuleReader reader(text);
    ZoneRule rule;
    rule.name = reader.name();
    rule.offset = -reader.time(24); // the rule counts west of UTC
    if (!reader.failed() && !reader.atEnd()) {
        rule.summerName = reader.name();
        rule.summerOffset = rule.offset + 3600;
        if (RuleReader ahead = reader; !ahead.takes(','))
            rule.summerOffset = -reader.time(24);
        rule.toSummer = reader.change();
        rule.toWinter = reader.change();
    }
    if (reader.failed() || !reader.atEnd())
        return Error{ErrorCode::InvalidArgument,
            "\"" + std::string(text)
                + "\" is no time zone rule such as CET-1CEST,M3.5.0,M10.5.0/3 or UTC0",
            ""};
    return rule;
}

int offsetAt(const ZoneRule& rule, std::int64_t epochSeconds)
{
    if (rule.summerName.empty())
        return rule.offset;
    const int year = utcOf(epochSeconds + rule.offset).year;
    const auto toSummer = changeIn(year, rule.toSummer) - rule.offset;
    const auto toWinter = changeIn(year, rule.toWinter) - rule.summerOffset;
    // South of the equator the summer spans the new year.
    const bool isSummer = toSummer < toWinter ? epochSeconds >= toSummer && epochSeconds < toWinter
                                              : epochSeconds >= toSummer || epochSeconds < toWinter;
    return isSummer ? rule.summerOffset : rule.offset;
}

namespace {

/// "3", "5:30", of an offset without its sign.
std::string hoursOf(int seconds)
{
    const int rest = std::abs(seconds);
    auto text = std::to_string(rest / 3600);
    if (rest % 3600 != 0)
        text += fmt::format(":{:02}", rest / 60 % 60);
    return rest % 60 == 0 ? text : text + fmt::format(":{:02}", rest % 60);
}

/// An offset such as "+3", "-5:30", "3 h" or "10800 s"; none for anything else.
std::optional<double> offsetIn(std::string_view text)
{
    text = trimmed(text);
    double unit = 3600;
    if (text.ends_with('h') || text.ends_with('s')) {
        unit = text.back() == 's' ? 1 : 3600;
        text = trimmed(text.substr(0, text.size() - 1));
    }
    const bool isNegative = text.starts_with('-');
    if (isNegative || text.starts_with('+'))
        text.remove_prefix(1);
    const auto colon = text.find(':');
    const auto whole = parseNumber(text.substr(0, colon));
    const auto minutes = colon == std::string_view::npos ? std::optional<double>(0)
                                                         : parseNumber(text.substr(colon + 1));
    if (!whole || *whole < 0 || !minutes || *minutes < 0 || *minutes >= 60)
        return std::nullopt;
    const double seconds = *whole * unit + *minutes * 60;
    return isNegative ? -seconds : seconds;
}

} // namespace

std::string offsetInWords(int seconds)
{
    if (seconds == 0)
        return "UTC";
    const int rest = std::abs(seconds);
    auto text = fmt::format("UTC{}{}:{:02}", seconds < 0 ? "-" : "+", rest / 3600, rest / 60 % 60);
    return rest % 60 == 0 ? text : text + fmt::format(":{:02}", rest % 60);
}

std::string zoneInWords(const ZoneRule& rule)
{
    const auto words = offsetInWords(rule.offset);
    return rule.summerName.empty() ? words
                                   : words + ", in summer " + offsetInWords(rule.summerOffset);
}

std::string zoneRuleOf(int seconds)
{
    if (seconds == 0)
        return "UTC0";
    const int rest = std::abs(seconds);
    const auto minutes = rest % 3600 == 0 ? "" : fmt::format("{:02}", rest / 60 % 60);
    return fmt::format("<{}{:02}{}>{}{}", seconds < 0 ? "-" : "+", rest / 3600, minutes,
        seconds < 0 ? "" : "-", hoursOf(seconds));
}

Result<std::string> asZoneRule(std::string_view text)
{
    if (const auto offset = offsetIn(text)) {
        if (std::fabs(*offset) >= daySeconds || *offset != std::floor(*offset))
            return Error{ErrorCode::InvalidArgument,
                "an offset from UTC is in whole seconds, and less than a day", ""};
        return zoneRuleOf(static_cast<int>(*offset));
    }
    const auto rule = parseZoneRule(trimmed(text));
    return rule ? Result<std::string>(std::string(trimmed(text))) : rule.error();
}

} // namespace fern
