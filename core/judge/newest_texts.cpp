#include "judge/newest_texts.h"

#include "base/number_text.h"
#include "judge/page_trial.h"

namespace fern {

std::vector<std::string> newestTexts(
    const PlainInstrument& instrument, const RunHistory& history, Ticks now)
{
    std::vector<std::string> texts(instrument.channels.size());
    for (std::size_t i = instrument.readers.size(); i-- > 0;) { // so that the first one stays
        const auto state = stateNow(instrument, history, i, now);
        const auto reader = inForm(instrument.readers[i], state.form);
        const auto latest = latestOf(history, reader.channel);
        if (!latest.hasCome)
            continue;
        auto& text = texts[reader.channel];
        text = trimmed(readerText(instrument, i, state, latest, now));
        if (reader.text.form == TextForm::Number && reader.text.unitShown.empty()
            && !reader.unit.name.empty())
            text += " " + prettyUnit(reader.unit.name);
    }
    return texts;
}

} // namespace fern
