#include "parts/catalogue.h"

#include "base/split.h"

#include <algorithm>
#include <cassert>
#include <vector>

namespace fern {

extern const std::string_view catalogueText; // made of catalogue.json by the build

namespace {

struct Catalogue {
    std::vector<CatalogueEntry> entries;
};

} // namespace

template <class Archive> void describe(Archive& a, CatalogueEntry& e)
{
    a.text("id", e.id);
    a.text("category", e.category);
    a.text("title", e.title);
    a.text("about", e.about);
    a.node("sources", e.sources);
    a.object("part", e.part);
    std::string builtIn;
    a.optionalText("builtIn", builtIn);
    for (const auto id : splitAtBlanks(builtIn))
        e.builtIn.emplace_back(id);
}

template <class Archive> void describe(Archive& a, Catalogue& c)
{
    a.list("entries", c.entries);
}

std::span<const CatalogueEntry> catalogue()
{
    static const Catalogue read = [] {
        const auto root = json::parse(catalogueText);
        assert(root);
        Catalogue c;
        JsonReader reader(*root, "");
        describe(reader, c);
        assert(!reader.failed());
        return c;
    }();
    return read.entries;
}

std::vector<const CatalogueEntry*> searchCatalogue(std::string_view category, std::string_view text)
{
    const auto lower = [](std::string words) {
        for (char& c : words)
            c = c >= 'A' && c <= 'Z' ? static_cast<char>(c | 0x20) : c;
        return words;
    };
    const auto wanted = lower(std::string(text));
    std::vector<const CatalogueEntry*> found;
    for (const auto& entry : catalogue()) {
        const auto said = lower(entry.title + " " + entry.category + " " + entry.about);
        const auto words = splitAtBlanks(wanted);
        if ((category.empty() || entry.category == category)
            && std::all_of(words.begin(), words.end(),
                [&](std::string_view word) { return said.find(word) != std::string::npos; }))
            found.push_back(&entry);
    }
    return found;
}

std::vector<std::string> catalogueCategories()
{
    std::vector<std::string> categories;
    for (const auto& entry : catalogue())
        if (std::find(categories.begin(), categories.end(), entry.category) == categories.end())
            categories.push_back(entry.category);
    return categories;
}

const CatalogueEntry* findInCatalogue(std::string_view id)
{
    for (const auto& entry : catalogue())
        if (entry.id == id)
            return &entry;
    return nullptr;
}

std::vector<Part> builtInto(const CatalogueEntry& entry)
{
    std::vector<Part> parts;
    for (const auto& id : entry.builtIn) {
        const auto& other = *findInCatalogue(id);
        parts.push_back(other.part);
        parts.back().name = shortTitle(other);
    }
    return parts;
}

std::string shortTitle(const CatalogueEntry& entry)
{
    auto title = entry.title.substr(0, entry.title.find(','));
    if (title.front() >= 'a' && title.front() <= 'z')
        title.front() = static_cast<char>(title.front() - 'a' + 'A');
    return title;
}

std::string_view sourceOf(const CatalogueEntry& entry, std::string_view path)
{
    while (true) {
        if (const auto* said = json::find(entry.sources, path))
            return said->text;
        const auto slash = path.rfind('/');
        if (slash == std::string_view::npos)
            return {};
        path = path.substr(0, slash);
    }
}

} // namespace fern
