#include "run/converter_times.h"

#include <cmath>

namespace fern {

bool isAskedEachTime(const PlainInstrument& in, const PlainChannel& channel)
{
    if (!isConverted(channel.source.kind) || !channel.isReadByModule)
        return false;
    const auto& converter = in.converters[channel.converter];
    return converter.pace.mode == ConversionMode::Single || converter.channels.size() > 1;
}

ConverterTimes converterTimesOf(const PlainInstrument& in, const PlainChannel& channel)
{
    const auto& converter = in.converters[channel.converter];
    const auto& pace = converter.pace;
    const double one = inSeconds(pace.conversion);
    const double period = inSeconds(channel.sampleEvery);
    const bool isShared = converter.channels.size() > 1;
    ConverterTimes t;
    t.own = isShared ? one * (1 + pace.discards) : one;
    t.round = t.own * static_cast<double>(converter.channels.size());
    for (const auto index : converter.channels)
        t.share += t.own / inSeconds(in.channels[index].sampleEvery);
    if (!isAskedEachTime(in, channel)) {
        // On the converter's own grid the newest conversion has just ended.
        const auto onGrid = pace.conversion * (channel.sampleEvery / pace.conversion);
        t.oldest = period + (onGrid == channel.sampleEvery ? one : 2 * one);
        return t;
    }
    // It is asked for on the sampling grid, and stands there when the others before it are done.
    const double waits = t.round - t.own;
    const double between = period * (std::floor(t.round / period * (1 - 1e-12)) + 1);
    t.oldest = between + waits + one;
    return t;
}

} // namespace fern
