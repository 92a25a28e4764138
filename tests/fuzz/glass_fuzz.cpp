// Any bytes: the first chooses the display, the others are transfers to it. Whatever comes, its
// memory stays whole, and what is seen is of its face.

#include "glass/parts/make_part.h"
#include "parts/catalogue.h"

#include <algorithm>
#include <cstdint>
#include <cstdlib>
#include <vector>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    static const auto displays = [] {
        std::vector<const fern::DisplaySpec*> all;
        for (const auto& entry : fern::catalogue())
            if (entry.part.display)
                all.push_back(&*entry.part.display);
        return all;
    }();
    if (size == 0)
        return 0;
    constexpr int address = 0x3C;
    auto spec = *displays[data[0] % displays.size()];
    spec.turned = static_cast<fern::Rotation>(data[0] / displays.size() % 4);
    const auto part = fern::makeGlassPart(spec, address);
    fern::Ticks at;
    // Each transfer: its kind, its length, its bytes.
    for (std::size_t i = 1; i + 1 < size;) {
        fern::Transfer transfer;
        transfer.kind = static_cast<fern::TransferKind>(data[i] % fern::transferKindWords.size());
        const auto length = std::min<std::size_t>(data[i + 1], size - i - 2);
        transfer.bytes.assign(data + i + 2, data + i + 2 + length);
        transfer.perByte = fern::ticksFromSeconds(1e-6 * data[i]);
        at = at + transfer.perByte * static_cast<std::int64_t>(length);
        part->take(transfer, at);
        i += 2 + length;
    }
    const auto picture = part->seen(at);
    const auto& face = *picture.face;
    const auto elements =
        face.rows > 0 ? static_cast<std::size_t>(face.rows * face.columns) : face.outlines.size();
    if (picture.levels.size() != elements)
        std::abort();
    for (const auto level : picture.levels)
        if (!face.palette.empty() && level >= face.palette.size())
            std::abort();
    return 0;
}
