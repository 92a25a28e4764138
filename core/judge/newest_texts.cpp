#include "judge/newest_texts.h"

#include "base/number_text.h"
#include "run/display_run.h"

namespace fern {

std::vector<std::string> newestTexts(
    const PlainInstrument& instrument, const RunHistory& history, Ticks now)
{
    std::vector<std::string> texts(instrument.channels.size());
    for (std::size_t i = instrument.readers.size(); i-- > 0;) { // so that the first one stays
        const auto& reader = instrument.readers[i];
        LatestValue latest;
        if (const auto* sample = history.lastSample(reader.channel))
            latest = {sample->real.smoothed, notThere, sample->takenAt, true, sample->code};
        const auto* code = history.lastCode(reader.channel);
        if (const auto* told = history.lastTold(reader.channel); told != nullptr && code != nullptr)
            latest = {1, notThere, told->at, true, *code};
        if (!latest.hasCome)
            continue;
        auto& text = texts[reader.channel];
        text = trimmed(readerText(instrument, i, latest, now));
        if (reader.text.form == TextForm::Number && reader.text.unitShown.empty()
            && !reader.unit.name.empty())
            text += " " + prettyUnit(reader.unit.name);
    }
    return texts;
}

} // namespace fern
