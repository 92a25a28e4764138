#pragma once
// The classes of parts that come with the program, in catalogue.json: typical figures to begin
// with, every one of them editable afterwards.

#include "parts/spec.h"

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

struct CatalogueEntry {
    std::string id;
    std::string category; ///< "board", "display", "sensor" …
    std::string title;
    std::string about; ///< one line
    json::Node sources = json::makeObject(); ///< by path into the part: where its figures come from
    Part part; ///< without an id
    std::vector<std::string> builtIn; ///< ids of entries that a board has soldered to it
};

/// Returns every entry, grouped by category.
std::span<const CatalogueEntry> catalogue();

/// Returns the entries of a category, or of all with an empty one, that hold every word of a text
/// in title, category or description; capitals do not matter.
std::vector<const CatalogueEntry*> searchCatalogue(
    std::string_view category, std::string_view text);

/// Returns the categories in the order of the catalogue.
std::vector<std::string> catalogueCategories();

/// Returns the entry of that id, or null.
const CatalogueEntry* findInCatalogue(std::string_view id);

/// Returns the parts that are soldered to a board of that entry.
std::vector<Part> builtInto(const CatalogueEntry& entry);

/// Returns the title up to its first comma, with a capital: a name to begin with.
std::string shortTitle(const CatalogueEntry& entry);

/// Returns where a figure comes from: "standard", "common practice" or "typical of the class". The
/// path names it ("load/active"); what is said about "load" holds for all of it. Empty when nothing
/// is said.
std::string_view sourceOf(const CatalogueEntry& entry, std::string_view path);

} // namespace fern
