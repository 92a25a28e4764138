#include "judge/flicker.h"

#include "base/random.h"
#include "run/channel_run.h"
#include "run/reader_text.h"
#include "smooth/chain.h"
#include "text/format.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

/// Of the wished range, where a count is worth most: there noise is largest.
double noisiestPlace(const PlainChannel& c)
{
    double noisiest = c.to;
    for (const double at : {c.from, (c.from + c.to) / 2})
        if (const double count = countAt(c, at);
            std::isfinite(count) && !(count <= countAt(c, noisiest)))
            noisiest = at;
    return noisiest;
}

} // namespace

double restingChanges(const PlainChannel& c, const PlainReader& reader, double redrawSeconds)
{
    constexpr int phases = 5, redraws = 60;
    constexpr double mostSamples = 1500; // of a phase
    if (!c.isAnalog() || c.noiseLsb <= 0 || redrawSeconds <= 0)
        return 0;
    const double dt = inSeconds(c.sampleEvery);
    const double at = noisiestPlace(c);
    const double count = differenceFromSi(countAt(c, at), c.unit);
    const double digit = differenceFromSi(digitWorth(reader), c.unit);
    if (!std::isfinite(count))
        return 0;
    auto text = reader.text;
    text.width = 40; // whether it fits is another question
    const RandomStream noise(1, c.id, "rest");
    std::uint64_t next = 0;
    int changes = 0;
    double seconds = 0;
    for (int phase = 0; phase < phases; ++phase) {
        const double rest = fromSi(at, c.unit) + digit * phase / phases;
        Chain chain(runningSteps(c), c.numberKind);
        const double span = std::min(redraws * redrawSeconds, mostSamples * dt);
        double shown = notThere, redrawAt = span / 4; // what begins has settled by then
        for (double now = 0; now < span; now += dt) {
            const double code = std::floor(rest / count + c.noiseLsb * noise.normal(next++)) + 0.5;
            const double smoothed = chain.feed(now == 0 ? 0 : dt, code * count);
            if (now < redrawAt)
                continue;
            const double before = std::exchange(shown,
                shownValue(inReaderUnit(toSi(smoothed, c.unit), reader), text, c.numberKind));
            changes += !std::isnan(before) && before != shown;
            seconds += std::isnan(before) ? 0 : std::max(redrawSeconds, dt);
            redrawAt += std::max(redrawSeconds, dt);
        }
    }
    return seconds > 0 ? changes / seconds : 0;
}

} // namespace fern
