#include "run/stand_in.h"

#include "base/number_text.h"
#include "run/firmware_run.h"
#include "run/sampled_source.h"
#include "run/tasks/device_task.h"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <map>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double forGood = 1e9; ///< seconds

/// Lines at even instants.
class Printer : public StandIn {
public:
    Printer(Ticks period, double damage, std::uint64_t seed)
        : m_period(period)
        , m_damage(damage)
        , m_chance(seed, "stand-in", "damage")
    {
    }
    std::vector<Sent> until(Ticks until) override
    {
        std::vector<Sent> sent;
        for (auto at = m_period * m_next; at <= until; at = m_period * ++m_next) {
            auto bytes = line(at) + "\r\n";
            if (m_damage > 0 && m_chance.uniform(static_cast<std::uint64_t>(m_next)) < m_damage)
                bytes = damagedMessage(std::move(bytes), m_chance, m_next);
            sent.push_back({at, std::move(bytes)});
        }
        return sent;
    }

protected:
    virtual std::string line(Ticks at) = 0;

private:
    Ticks m_period;
    std::int64_t m_next = 0;
    double m_damage;
    RandomStream m_chance;
};

/// What the firmware prints: what each channel has read since the last line, and what each reader
/// shows.
class Board : public Printer, private RunObserver {
public:
    Board(PlainInstrument instrument, Recordings recordings, double damage)
        : Printer(ticksFromSeconds(0.2), damage, instrument.seed)
        , m_instrument(instrument)
        , m_run(std::move(instrument), {{}, std::move(recordings)}, *this)
    {
    }

protected:
    std::string line(Ticks at) override
    {
        m_run.advanceTo(at);
        std::string words;
        const auto add = [&](const std::string& name, const std::string& text) {
            words += fmt::format("{}{}:{}", words.empty() ? "" : ",", name, text);
        };
        for (std::size_t i = 0; i < m_instrument.channels.size(); ++i) {
            const auto& channel = m_instrument.channels[i];
            const auto newest = m_newest.find(i);
            if (newest == m_newest.end() || givesCodes(channel.source.kind))
                continue; // nothing has come since the last line
            // Before the smoothing, which whoever hears it does himself. Of a waveform the rate:
            // its codes would have to come as fast as they are read.
            const auto scaled = numberText(fromSi(newest->second.scaled, channel.unit));
            if (channel.source.kind == SourceKind::Waveform)
                add(channel.id + ".scaled", scaled);
            else if (isConverted(channel.source.kind))
                add(channel.id + ".reading", numberText(newest->second.reading));
            else
                add(channel.id, scaled);
        }
        m_newest.clear();
        for (std::size_t i = 0; i < m_instrument.readers.size(); ++i) {
            const auto& reader = m_instrument.readers[i];
            std::string text(trimmed(
                readerText(m_instrument, i, m_run.reader(i), m_run.latest(reader.channel), at)));
            std::replace(text.begin(), text.end(), ' ', '_');
            if (!text.empty())
                add(reader.id + ".shown", text);
        }
        return words;
    }

private:
    static std::string numberText(double value)
    {
        return std::isnan(value) ? "nan" : significantText(value, 7);
    }
    void sampled(const SampleRecord& record) override { m_newest[record.channel] = record.real; }
    PlainInstrument m_instrument;
    std::map<std::size_t, StageValues> m_newest; ///< of the channels sampled since the last line
    FirmwareRun m_run;
};

/// A hand-held meter beside the instrument: what is true, to five digits.
class Meter : public Printer {
public:
    Meter(PlainChannel channel, double damage, std::uint64_t seed)
        : Printer(ticksFromSeconds(0.5), damage, seed)
        , m_channel(std::move(channel))
    {
    }

protected:
    std::string line(Ticks at) override
    {
        const double value = fromSi(polylineAt(m_channel.lane, inSeconds(at)), m_channel.unit);
        return fmt::format("{}.world:{}", m_channel.id, significantText(value, 5));
    }

private:
    PlainChannel m_channel;
};

/// A counter at a wheel: pulses since the begin, without any loss.
class PulseCounting : public Printer {
public:
    PulseCounting(const PlainChannel& channel, const PlainInstrument& instrument, double damage)
        : Printer(ticksFromSeconds(0.1), damage, instrument.seed)
        , m_train(pulseTrainOf(channel, instrument))
    {
    }

protected:
    std::string line(Ticks at) override
    {
        const auto edges = m_train.edges(m_from, at);
        m_from = at;
        m_count += std::count_if(
            edges.begin(), edges.end(), [](const Edge& e) { return e.toHigh && !e.isBounce; });
        return fmt::format("pulses:{}", m_count);
    }

private:
    PulseTrain m_train;
    Ticks m_from;
    std::int64_t m_count = 0;
};

/// The wheel itself: a byte at each pulse, so that its line goes low once.
class PulseMaking : public StandIn {
public:
    PulseMaking(const PlainChannel& channel, const PlainInstrument& instrument, double damage)
        : m_train(pulseTrainOf(channel, instrument))
        , m_damage(damage)
        , m_chance(instrument.seed, "stand-in", "damage")
    {
    }
    /// A damaged pulse is one that is missing.
    std::vector<Sent> until(Ticks until) override
    {
        std::vector<Sent> sent;
        for (const auto& edge : m_train.edges(m_from, until))
            if (edge.toHigh && !edge.isBounce && m_chance.uniform(m_count++) >= m_damage)
                sent.push_back({edge.at, std::string(1, pulseByte)});
        m_from = until;
        return sent;
    }

private:
    PulseTrain m_train;
    double m_damage;
    RandomStream m_chance;
    std::uint64_t m_count = 0;
    Ticks m_from;
};

/// A device of the instrument, with all that it tells.
class Speaking : public StandIn {
public:
    explicit Speaking(Sender sender)
        : m_sender(std::move(sender))
    {
    }
    std::vector<Sent> until(Ticks until) override
    {
        // What a slot sends may come after the next one has begun.
        for (; m_sender.period * m_next <= until; ++m_next)
            for (auto& sent : m_sender.slot(m_next))
                m_waiting.push_back(std::move(sent));
        std::stable_sort(m_waiting.begin(), m_waiting.end(),
            [](const Sent& a, const Sent& b) { return a.at < b.at; });
        const auto later = std::find_if(
            m_waiting.begin(), m_waiting.end(), [&](const Sent& sent) { return sent.at > until; });
        std::vector<Sent> sent(
            std::make_move_iterator(m_waiting.begin()), std::make_move_iterator(later));
        m_waiting.erase(m_waiting.begin(), later);
        return sent;
    }

private:
    Sender m_sender;
    std::int64_t m_next = 0;
    std::vector<Sent> m_waiting;
};

/// Makes the values of a capture the truth of their channels.
Result<void> follow(PlainInstrument& instrument, std::vector<Capture> course)
{
    std::erase_if(course, [](const Capture& c) { return !tellsTruth(c.tap); });
    const auto recordings = recordingsFor(instrument, std::move(course));
    if (!recordings)
        return recordings.error();
    for (const auto& capture : **recordings) {
        auto& lane = instrument.channels[indexOf(instrument.channels, capture.channel)].lane;
        lane.clear();
        for (std::size_t i = 0; i < capture.at.size(); ++i)
            if (!std::isnan(capture.values[i]))
                lane.push_back({inSeconds(capture.at[i]), capture.values[i]});
    }
    return {};
}

bool holds(const std::vector<Capture>& course, const std::string& channel)
{
    return std::any_of(course.begin(), course.end(), [&](const Capture& capture) {
        return capture.channel == channel && tellsTruth(capture.tap);
    });
}

bool suits(StandInKind stand, SourceKind kind)
{
    switch (stand) {
    case StandInKind::Board:
        return true;
    case StandInKind::Meter:
        return hasLane(kind) && !hasEvents(kind);
    case StandInKind::Pulses:
    case StandInKind::Wheel:
        return kind == SourceKind::Pulses;
    case StandInKind::Receiver:
        return kind == SourceKind::Receiver;
    case StandInKind::Remote:
        return kind == SourceKind::KeyCodes;
    case StandInKind::Scanner:
        return kind == SourceKind::Labels;
    case StandInKind::Node:
        return kind == SourceKind::Node;
    case StandInKind::Computer:
        return kind == SourceKind::Computer;
    case StandInKind::Lines:
        return kind == SourceKind::Lines || kind == SourceKind::Words;
    }
    return false;
}

} // namespace

std::vector<StandInKind> standInsFor(const Instrument& instrument)
{
    std::vector<StandInKind> kinds;
    for (std::size_t i = 0; i < standInWords.size(); ++i)
        if (const auto kind = static_cast<StandInKind>(i); !channelsFor(instrument, kind).empty())
            kinds.push_back(kind);
    return kinds;
}

std::vector<std::shared_ptr<const Channel>> channelsFor(
    const Instrument& instrument, StandInKind kind)
{
    std::vector<std::shared_ptr<const Channel>> channels;
    std::copy_if(instrument.channels.begin(), instrument.channels.end(),
        std::back_inserter(channels),
        [&](const auto& channel) { return suits(kind, channel->source.kind); });
    return channels;
}

Result<std::unique_ptr<StandIn>> makeStandIn(
    const Instrument& instrument, const StandInSetting& setting)
{
    auto resolved = resolve(instrument, setting.scenario);
    if (!resolved)
        return resolved.error();
    auto plain = *std::move(resolved);
    if (setting.seed != 0)
        plain.seed = setting.seed;
    const bool isBoard = setting.kind == StandInKind::Board;
    const bool follows = !setting.course.empty() && !isBoard;
    if (follows)
        if (const auto followed = follow(plain, setting.course); !followed)
            return followed.error();
    const auto found =
        std::find_if(plain.channels.begin(), plain.channels.end(), [&](const PlainChannel& c) {
            const bool needsLane = setting.kind == StandInKind::Meter
                || setting.kind == StandInKind::Pulses || setting.kind == StandInKind::Wheel;
            return suits(setting.kind, c.source.kind) && (!needsLane || !c.lane.empty())
                && (!follows || holds(setting.course, c.id))
                && (setting.channel.empty() || c.id == setting.channel);
        });
    if (found == plain.channels.end())
        return Error{ErrorCode::NotFound,
            fmt::format("{} has no channel{} that a {} could stand in for{}", instrument.name,
                setting.channel.empty() ? "" : " \"" + setting.channel + "\"",
                standInWords[static_cast<std::size_t>(setting.kind)],
                follows ? ", with values of it in the capture" : ""),
            ""};
    std::unique_ptr<StandIn> made;
    if (isBoard) {
        Recordings recordings;
        if (!setting.course.empty()) {
            auto fitting = recordingsFor(plain, setting.course);
            if (!fitting)
                return fitting.error();
            recordings = *std::move(fitting);
        }
        made = std::make_unique<Board>(std::move(plain), std::move(recordings), setting.damage);
    } else if (setting.kind == StandInKind::Meter) {
        made = std::make_unique<Meter>(*found, setting.damage, plain.seed);
    } else if (setting.kind == StandInKind::Pulses) {
        made = std::make_unique<PulseCounting>(*found, plain, setting.damage);
    } else if (setting.kind == StandInKind::Wheel) {
        made = std::make_unique<PulseMaking>(*found, plain, setting.damage);
    } else {
        auto device = *deviceOf(plain, *found);
        if (setting.damage > 0) {
            FaultSpec garbage;
            garbage.kind = FaultKind::Garbage;
            garbage.to = forGood;
            garbage.share = setting.damage;
            device.faults.push_back(garbage);
        }
        made = std::make_unique<Speaking>(senderOf(device, plain));
    }
    return made;
}

} // namespace fern
