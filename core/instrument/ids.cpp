#include "instrument/ids.h"

namespace fern {

std::string slugOf(std::string_view name)
{
    std::string slug;
    for (const char c : name) {
        const bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
        if (letter)
            slug += static_cast<char>(c | 0x20);
        else if (c >= '0' && c <= '9')
            slug += c;
        else if (!slug.empty() && slug.back() != '-')
            slug += '-';
    }
    if (!slug.empty() && slug.back() == '-')
        slug.pop_back();
    return slug.empty() ? "item" : slug;
}

} // namespace fern
