#pragma once
// The core's UTF-8 texts as the window's.

#include <QString>

#include <string_view>

namespace fern::app {

inline QString qText(std::string_view words)
{
    return QString::fromUtf8(words.data(), static_cast<qsizetype>(words.size()));
}

} // namespace fern::app
