// R20 to R22: is a rotary encoder looked at often enough, does a motor know where it stands, and
// does a setting that seeks wait for what it seeks?

#include "judge/rules/rules.h"

#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/edits.h"
#include "run/task_blocks.h"
#include "smooth/figures.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr double byHand = 20; ///< detents a second, a quick turn of one's fingers (common practice)

/// How fast it is turned: as the scenario says, else as a hand does; detents a second.
double fastestTurn(const PlainChannel& c)
{
    double fastest = 0;
    for (std::size_t i = 1; i < c.lane.size(); ++i)
        if (c.lane[i].x > c.lane[i - 1].x)
            fastest = std::max(fastest,
                std::fabs((c.lane[i].y - c.lane[i - 1].y) / (c.lane[i].x - c.lane[i - 1].x)));
    const double detents = fastest * differenceFromSi(1, c.unit) * c.source.encoder.perUnit;
    return detents > 0 ? detents : byHand;
}

} // namespace

void checkEncoderLooks(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& c : plain.channels) {
        const auto& encoder = c.source.encoder;
        if (c.source.kind != SourceKind::Encoder || encoder.input == PulseInput::Interrupt)
            continue;
        const double detents = fastestTurn(c);
        const auto pause = longestPause(plain, c);
        const double passed = detents * encoder.edgesPerDetent * pause.seconds;
        if (passed <= 1)
            continue;
        out.push_back({"R20", Severity::Check, "/channels/" + c.id + "/source",
            fmt::format("{} of {} pass while nobody looks",
                countText(static_cast<long long>(std::ceil(passed)), "edge"), c.name),
            fmt::format(
                "It turns by {} detents a second, {} edges each, and {} takes {}. Of one edge "
                "the firmware sees the direction, of two it does not: detents are missed.",
                significantText(detents, 2), encoder.edgesPerDetent, pause.words,
                durationText(pause.seconds)),
            "one edge between two looks at most; by hand some 20 detents a second, common practice",
            {{"See its edges by interrupts",
                [id = c.id, source = c.source](const Instrument& before) {
                    const auto* channel = findById(before.channels, id);
                    auto changed = channel == nullptr ? source : channel->source;
                    changed.encoder.input = PulseInput::Interrupt;
                    return withSource(before, id, changed);
                }}},
            {}});
    }
}

void checkMotorPlace(const Instrument& in, const PlainInstrument& /*plain*/, Findings& out)
{
    for (const auto& output : in.outputs) {
        if (output->kind != OutputKind::Motor || output->motor.hasEndStops)
            continue;
        out.push_back({"R21", Severity::Check, "/outputs/" + output->id,
            fmt::format("Nothing tells {} where it stands", output->name),
            "The firmware counts the time that the motor has run. After power-on it does not know "
            "where the way begins, and each run adds its error; at an end the motor pulls until it "
            "is hot. A switch at each end stops it, and tells that it is there.",
            "common practice",
            {{"Fit a switch at both ends",
                [id = output->id](const Instrument& before) {
                    Instrument after = before;
                    for (auto& other : after.outputs)
                        if (other->id == id) {
                            Output changed = *other;
                            changed.motor.hasEndStops = true;
                            other = std::make_shared<const Output>(std::move(changed));
                        }
                    return accepted(std::move(after));
                }}},
            {}});
    }
}

void checkSeekWaits(const Instrument& /*in*/, const PlainInstrument& plain, Findings& out)
{
    for (const auto& setting : plain.settings) {
        if (!setting.spec.seeking)
            continue;
        const auto& sought = plain.channels[setting.soughtIn];
        const double pace = inSeconds(sought.sampleEvery);
        const double late = pace + delaySeconds(sought.steps, pace);
        const double waits = inSi(setting.spec.seeking->every);
        if (waits >= late * (1 - 1e-9))
            continue;
        const double enough = std::ceil(late * 10) / 10;
        auto spec = *setting.spec.seeking;
        spec.every = {enough, "s"};
        out.push_back({"R22", Severity::Check, "/settings/" + setting.spec.id,
            fmt::format("{} steps on before {} is new", setting.spec.name, sought.name),
            fmt::format("It waits {} at each step, but a new number of {} takes {}: it runs past "
                        "what it seeks.",
                durationText(waits), sought.name, durationText(late)),
            "the pace of the channel and the delay of its smoothing",
            {{fmt::format("Wait {} at each step", durationText(enough)),
                [id = setting.spec.id, spec](
                    const Instrument& before) { return withSeeking(before, id, spec); }}},
            {}});
    }
}

} // namespace fern
