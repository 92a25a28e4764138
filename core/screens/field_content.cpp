#include "screens/field_content.h"

#include "text/wrap.h"

#include <fmt/format.h>

namespace fern {

PageContent sampleContent(const Page& page, const FieldText& textOf)
{
    constexpr double half = 0.5;
    PageContent content;
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        auto& shown = content.emplace_back();
        shown.text = field.kind == FieldKind::Value ? textOf(i) : field.text;
        if (field.kind == FieldKind::Count)
            shown.text = countText(field, 0);
        if (field.kind == FieldKind::Scroller)
            shown.text = scrolled(field.text, field.width, field.gap, 0);
        shown.share = half;
        shown.shares.assign(static_cast<std::size_t>(field.width), half);
        shown.count = 1;
    }
    return content;
}

std::string countText(const Field& field, double seconds)
{
    const auto width = static_cast<std::size_t>(field.width);
    auto text = fmt::format("{:.0f}", std::floor(seconds));
    if (text.size() > width)
        text.assign(width, '9');
    return std::string(width - text.size(), ' ') + text;
}

std::vector<std::string> linesOf(const Field& field, std::string_view text)
{
    const bool byCells = field.wrapsCells || field.kind == FieldKind::List;
    return wrapped(text, field.width, field.height, byCells ? WrapBy::Cells : WrapBy::Words, "…");
}

} // namespace fern
