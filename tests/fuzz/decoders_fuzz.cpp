// Any bytes: the first chooses the decoder; no stream of lines or key codes breaks one, and only
// good lines carry a number.

#include "reading/decoder.h"

#include <cmath>
#include <cstdint>
#include <cstdlib>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size == 0)
        return 0;
    fern::Source source;
    constexpr auto first = static_cast<unsigned>(fern::SourceKind::KeyCodes);
    constexpr auto last = static_cast<unsigned>(fern::SourceKind::Computer);
    source.kind = static_cast<fern::SourceKind>(first + data[0] % (last - first + 1));
    const fern::LineShape shape{static_cast<fern::LineForm>(data[0] / 16 % 3)};
    source.lines.key = "a.b";
    source.keyCodes.takesRepeats = data[0] % 2 == 0;
    const auto decoder = fern::makeDecoder(source, shape);
    const std::string_view bytes(reinterpret_cast<const char*>(data) + 1, size - 1);
    for (const auto piece : {bytes.substr(0, bytes.size() / 3), bytes.substr(bytes.size() / 3)})
        for (const auto& told : decoder->feed({}, piece)) {
            const bool isGood = told.state == fern::ToldState::Good;
            if ((!isGood && !std::isnan(told.number)) || (isGood && std::isinf(told.number)))
                std::abort();
        }
    return 0;
}
