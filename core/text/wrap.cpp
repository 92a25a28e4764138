#include "text/wrap.h"

#include "base/utf8.h"

#include <algorithm>

namespace fern {

namespace {

/// What of a paragraph stands in its first line, and where the next one begins.
struct FirstLine {
    std::u32string_view line, rest;
};

FirstLine firstLine(std::u32string_view text, std::size_t width, WrapBy by)
{
    if (text.size() <= width)
        return {text, {}};
    if (by == WrapBy::Cells)
        return {text.substr(0, width), text.substr(width)};
    const auto blank = text.rfind(U' ', width);
    if (blank == std::u32string_view::npos || blank == 0)
        return {text.substr(0, width), text.substr(width)};
    const auto end = text.find_last_not_of(U' ', blank);
    const auto next = text.find_first_not_of(U' ', blank);
    return {end == std::u32string_view::npos ? std::u32string_view() : text.substr(0, end + 1),
        next == std::u32string_view::npos ? std::u32string_view() : text.substr(next)};
}

} // namespace

std::vector<std::string> wrapped(
    std::string_view text, int width, int lines, WrapBy by, std::string_view cutMark)
{
    const auto all = codePoints(text);
    const auto most = static_cast<std::size_t>(width);
    std::vector<std::u32string> kept;
    std::u32string_view left = all;
    while (!left.empty() && static_cast<int>(kept.size()) < lines) {
        const auto feed = std::min(left.find(U'\n'), left.size());
        const auto [line, rest] = firstLine(left.substr(0, feed), most, by);
        kept.emplace_back(line);
        left = rest.empty() ? left.substr(std::min(feed + 1, left.size()))
                            : left.substr(static_cast<std::size_t>(rest.data() - left.data()));
    }
    if (!left.empty() && !kept.empty()) {
        auto& last = kept.back();
        last.resize(std::min(last.size(), most - 1));
        last += codePoints(cutMark);
    }
    std::vector<std::string> result;
    result.reserve(kept.size());
    for (const auto& line : kept)
        result.push_back(toUtf8(line));
    return result;
}

std::string scrolled(std::string_view text, int width, int gap, std::int64_t step)
{
    auto all = codePoints(text);
    const auto window = static_cast<std::size_t>(width);
    if (all.size() <= window) {
        all.resize(window, U' ');
        return toUtf8(all);
    }
    all.append(static_cast<std::size_t>(gap), U' ');
    std::u32string seen;
    for (std::size_t i = 0; i < window; ++i)
        seen += all[(static_cast<std::size_t>(step) + i) % all.size()];
    return toUtf8(seen);
}

} // namespace fern
