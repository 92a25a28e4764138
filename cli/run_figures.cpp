#include "cli/run_figures.h"

#include "base/number_text.h"
#include "cli/cli.h"
#include "judge/age.h"
#include "judge/timing_sheet.h"

#include <fmt/format.h>

namespace fern::cli {

namespace {

json::Node asNumber(double value)
{
    return json::makeNumber(value);
}

json::Node asNumber(std::int64_t value)
{
    return json::makeNumber(static_cast<double>(value));
}

double shareOf(const BusyFigures& figures, double seconds)
{
    return seconds > 0 ? figures.seconds / seconds : 0;
}

} // namespace

RunFigures::RunFigures(const PlainInstrument& instrument)
    : m_instrument(instrument)
    , m_pulses(instrument)
    , m_ages(instrument)
    , m_busy(instrument)
    , m_losses(instrument)
    , m_samples(instrument)
{
}

void RunFigures::sampled(const SampleRecord& record)
{
    m_pulses.sampled(record);
    m_losses.sampled(record);
    m_samples.sampled(record);
}

void RunFigures::busy(const BusyRecord& record)
{
    m_busy.busy(record);
    m_losses.busy(record);
}

json::Node RunFigures::causes(std::string_view channel, std::string& words) const
{
    auto list = json::makeArray();
    for (const auto& cause : m_losses.causes()) {
        if (m_instrument.channels[cause.channel].id != channel)
            continue;
        const auto what = cause.isKnown ? causeText(m_instrument, cause.with, cause.index)
                                        : std::string("a hold-off, or pulses too many to follow");
        auto row = json::makeObject();
        row.add("cause", json::makeString(what));
        row.add("pulses", asNumber(cause.pulses));
        list.items.push_back(std::move(row));
        words += fmt::format("  {} lost to {}\n", cause.pulses, what);
    }
    return list;
}

json::Node RunFigures::pulses(std::string& words) const
{
    auto all = json::makeObject();
    for (const auto& figures : m_pulses.figures()) {
        words += fmt::format("{}: {} pulses, {} seen, {} {}\n", figures.channel, figures.happened,
            figures.seen, figures.tooMany() > 0 ? figures.tooMany() : figures.lost(),
            figures.tooMany() > 0 ? "too many" : "lost");
        auto own = json::makeObject();
        own.add("true", asNumber(figures.happened));
        own.add("seen", asNumber(figures.seen));
        own.add("lost", asNumber(figures.lost()));
        own.add("tooMany", asNumber(figures.tooMany()));
        own.add("causes", causes(figures.channel, words));
        all.add(figures.channel, std::move(own));
    }
    return all;
}

/// What is lost before a sample counts to its age.
json::Node RunFigures::ages(std::string& words) const
{
    auto list = json::makeArray();
    for (const auto& age : m_ages.figures()) {
        const auto& c = m_instrument.channels[age.channel];
        const auto& display = m_instrument.displays[age.display];
        const double before = ageBefore(m_instrument, c, display);
        auto row = json::makeObject();
        row.add("channel", json::makeString(c.id));
        row.add("display", json::makeString(display.id));
        row.add("leastSeconds", asNumber(age.least + before));
        row.add("usualSeconds", asNumber(age.usual + before));
        row.add("mostSeconds", asNumber(age.most + before));
        row.add("wishedSeconds", asNumber(c.freshnessSeconds));
        list.items.push_back(std::move(row));
        words += fmt::format("{} on {}: {} old, {} to {}; at most {} wished\n", c.id, display.id,
            durationText(age.usual + before), durationText(age.least + before),
            durationText(age.most + before), durationText(c.freshnessSeconds));
    }
    return list;
}

json::Node RunFigures::processors(std::string& words, double seconds) const
{
    auto list = json::makeArray();
    const auto all = m_busy.processors();
    for (std::size_t i = 0; i < all.size(); ++i) {
        const auto& loop = m_instrument.loops[i];
        if (!loop.hasTasks)
            continue;
        const auto& figures = all[i];
        auto own = json::makeObject();
        own.add("board", json::makeString(loop.board));
        own.add("core", json::makeNumber(loop.core));
        own.add("share", asNumber(shareOf(figures, seconds)));
        own.add("longestSeconds", asNumber(figures.longest));
        std::string cause;
        if (figures.longest > 0)
            cause = causeText(m_instrument, figures.longestWith, figures.longestIndex);
        own.add("longest", json::makeString(cause));
        words += fmt::format("{}: {:.1f} % busy, {} in one go{}\n",
            i == 0 ? "processor" : "processor of " + loop.name, 100 * shareOf(figures, seconds),
            durationText(figures.longest), cause.empty() ? "" : ", most of it " + cause);
        list.items.push_back(std::move(own));
    }
    return list;
}

json::Node RunFigures::buses(std::string& words, double seconds) const
{
    auto all = json::makeObject();
    for (std::size_t i = 0; i < m_busy.buses().size(); ++i) {
        const auto& figures = m_busy.buses()[i];
        const auto& id = m_instrument.displays[i].id;
        auto own = json::makeObject();
        own.add("share", asNumber(shareOf(figures, seconds)));
        own.add("longestSeconds", asNumber(figures.longest));
        all.add(id, std::move(own));
        words += fmt::format("bus to {}: {:.1f} % busy, {} in one go\n", id,
            100 * shareOf(figures, seconds), durationText(figures.longest));
    }
    return all;
}

json::Node RunFigures::sampling(std::string& words) const
{
    auto list = json::makeArray();
    for (const auto& figures : m_samples.figures()) {
        const auto& c = m_instrument.channels[figures.channel];
        auto row = json::makeObject();
        row.add("channel", json::makeString(c.id));
        row.add("samples", asNumber(figures.samples));
        row.add("everySeconds", asNumber(figures.every));
        row.add("shortestSeconds", asNumber(figures.shortest));
        row.add("longestSeconds", asNumber(figures.longest));
        row.add("jitterSeconds", asNumber(figures.jitter()));
        if (figures.pressed > 0) {
            row.add("presses", asNumber(figures.pressed));
            row.add("missed", asNumber(figures.missed()));
            words += fmt::format(
                "{}: {} of {} presses missed\n", c.id, figures.missed(), figures.pressed);
        }
        if (figures.samples > 1)
            words += fmt::format("{}: sampled every {}, {} early or late\n", c.id,
                durationText(figures.every), durationText(figures.jitter()));
        list.items.push_back(std::move(row));
    }
    return list;
}

json::Node RunFigures::lines(std::string& words) const
{
    auto list = json::makeArray();
    for (const auto& [channel, figures] : m_lines.figures()) {
        const auto& id = m_instrument.channels[channel].id;
        auto row = json::makeObject();
        row.add("channel", json::makeString(id));
        row.add("good", asNumber(figures.good));
        row.add("bad", asNumber(figures.bad));
        list.items.push_back(std::move(row));
        if (figures.bad > 0)
            words += fmt::format(
                "{}: {} lines were good, {} torn or damaged\n", id, figures.good, figures.bad);
    }
    return list;
}

void RunFigures::addTo(json::Node& answer, std::string& words, double seconds) const
{
    answer.add("pulses", pulses(words));
    answer.add("ages", ages(words));
    answer.add("processors", processors(words, seconds));
    answer.add("buses", buses(words, seconds));
    answer.add("sampling", sampling(words));
    answer.add("lines", lines(words));
}

} // namespace fern::cli
