#pragma once
// The displays that makers buy, by the ids of the catalogue where it has them.

#include "glass/parts/glass_part.h"

#include <span>
#include <string_view>

namespace fern {

struct UsualPart {
    std::string_view id; ///< "mono-128x64"
    std::string_view title;
    std::unique_ptr<GlassPart> (*make)();
};

std::span<const UsualPart> usualParts();

/// Returns a part as it is when it is switched on; null when there is none of that id.
std::unique_ptr<GlassPart> makeUsualPart(std::string_view id);

} // namespace fern
