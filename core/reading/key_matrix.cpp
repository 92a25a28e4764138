#include "reading/key_matrix.h"

#include "base/split.h"

#include <algorithm>

namespace fern {

std::vector<std::string> matrixKeys(const MatrixSpec& m)
{
    std::vector<std::string> keys;
    for (const auto key : splitAtAny(m.keys, " \t"))
        keys.emplace_back(key);
    keys.resize(static_cast<std::size_t>(m.rows) * static_cast<std::size_t>(m.columns));
    return keys;
}

std::vector<std::size_t> keysSeen(const MatrixSpec& m, std::vector<std::size_t> pressed)
{
    std::sort(pressed.begin(), pressed.end());
    if (m.hasDiodes)
        return pressed;
    const auto rows = static_cast<std::size_t>(m.rows);
    const auto columns = static_cast<std::size_t>(m.columns);
    // Which lines the pressed keys join: rows stand before columns.
    std::vector<std::size_t> joined(rows + columns);
    for (std::size_t i = 0; i < joined.size(); ++i)
        joined[i] = i;
    for (const auto key : pressed) {
        const auto row = joined[key / columns];
        const auto column = joined[rows + key % columns];
        std::replace(joined.begin(), joined.end(), column, row);
    }
    std::vector<std::size_t> seen;
    for (std::size_t key = 0; key < rows * columns; ++key)
        if (joined[key / columns] == joined[rows + key % columns])
            seen.push_back(key);
    return seen;
}

} // namespace fern
