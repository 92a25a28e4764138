#pragma once
// The text of the board's arithmetic, for exported firmware: the same that this program runs.

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Returns functions of kernel.inc with those that they call, in the order of the file: the number
/// type is `real`, the whole one `wide`, and names begin with `prefix` instead of "ft". `names` are
/// those of the file, such as "ft_median".
std::string kernelFunctions(const std::vector<std::string>& names, std::string_view real,
    std::string_view wide, std::string_view prefix);

} // namespace fern
