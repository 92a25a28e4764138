#pragma once
// Codes and texts, and what people call them.

#include "base/archive.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct NameSpec {
    std::string code;
    std::string name;

    bool operator==(const NameSpec&) const = default;
};
template <class Archive> void describe(Archive& a, NameSpec& n)
{
    a.text("code", n.code);
    a.text("name", n.name);
}

/// Returns a key code of 32 bits as eight capital hexadecimal digits, however it was written: with
/// or without leading zeros, capitals or 0x. What is no such code comes back as it is.
std::string asKeyCode(std::string_view text);

/// Returns what people call a code; empty when it has no name.
std::string_view nameOf(const std::vector<NameSpec>& names, std::string_view code);

/// Returns the names with this one for a code, in place of an earlier one; an empty name takes the
/// code out.
std::vector<NameSpec> withName(
    std::vector<NameSpec> names, std::string_view code, std::string_view name);

} // namespace fern
