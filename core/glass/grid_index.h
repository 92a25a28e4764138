#pragma once
// Where an element of a grid stands in a list, row by row.

#include <cstddef>

namespace fern {

/// The column and the row count from 0.
constexpr std::size_t gridIndex(int column, int row, int columns)
{
    return static_cast<std::size_t>(row) * static_cast<std::size_t>(columns)
        + static_cast<std::size_t>(column);
}

} // namespace fern
