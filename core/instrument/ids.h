#pragma once
// Stable ids made from names.

#include "instrument/instrument.h"

#include <algorithm>
#include <string>
#include <string_view>

namespace fern {

/// Returns the name in lower case, with one hyphen for each stretch of what is no ASCII letter or
/// digit; "item" when nothing is left.
std::string slugOf(std::string_view name);

/// Returns the slug of `wanted`, with a number behind it while the list has that id already.
template <class T> std::string freeId(const SharedList<T>& list, std::string_view wanted)
{
    const auto slug = slugOf(wanted);
    auto id = slug;
    for (int n = 2; findById(list, id) != nullptr; ++n)
        id = slug + "-" + std::to_string(n);
    return id;
}

/// Returns the name, with a number behind it where another of the list has it: "Lamp", "Lamp 2".
template <class T> std::string freeName(const SharedList<T>& list, const std::string& wanted)
{
    const auto isTaken = [&](const std::string& name) {
        return std::any_of(
            list.begin(), list.end(), [&](const auto& each) { return each->name == name; });
    };
    std::string name = wanted;
    for (int number = 2; isTaken(name); ++number)
        name = wanted + " " + std::to_string(number);
    return name;
}

} // namespace fern
