#include "parts/catalogue.h"

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

const CatalogueEntry* findInCatalogue(std::string_view id)
{
    for (const auto& entry : catalogue())
        if (entry.id == id)
            return &entry;
    return nullptr;
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
