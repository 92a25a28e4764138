// Text in lines and through a window.

#include "text/wrap.h"

#include "base/utf8.h"
#include "text/format.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern {
namespace {

using Lines = std::vector<std::string>;

Lines byWords(std::string_view text, int width, int lines = 20)
{
    return wrapped(text, width, lines, WrapBy::Words, "…");
}

// Source: textwrap of Python's standard library, 3.11.
TEST(Wrap, BreaksBetweenWordsAsAReferenceDoes)
{
    EXPECT_EQ(byWords("The quick brown fox jumps over the lazy dog", 16),
        (Lines{"The quick brown", "fox jumps over", "the lazy dog"}));
    EXPECT_EQ(byWords("high water at the landing stage tonight", 12),
        (Lines{"high water", "at the", "landing", "stage", "tonight"}));
    EXPECT_EQ(byWords("a bb ccc dddd eeeee ffffff", 6),
        (Lines{"a bb", "ccc", "dddd", "eeeee", "ffffff"}));
    EXPECT_EQ(byWords("exactly sixteen!", 16), Lines{"exactly sixteen!"});
    EXPECT_EQ(
        byWords("two  blanks   inside a line", 10), (Lines{"two", "blanks", "inside a", "line"}));
}

TEST(Wrap, MarksWhatIsCut)
{
    EXPECT_EQ(byWords("one two three", 5, 2), (Lines{"one", "two…"}));
    EXPECT_EQ(byWords("seven letter", 5, 1), Lines{"seve…"}) << "a long word is cut";
    EXPECT_EQ(wrapped("abcdefgh", 3, 2, WrapBy::Cells, ">"), (Lines{"abc", "de>"}));
    EXPECT_EQ(byWords("upper\nlower", 9), (Lines{"upper", "lower"}));
    EXPECT_EQ(byWords("upper\n\nlower", 9), (Lines{"upper", "", "lower"}));
    EXPECT_EQ(byWords("", 9), Lines{});
    EXPECT_EQ(byWords("Größe µm", 5), (Lines{"Größe", "µm"})) << "characters, not bytes";
}

// Nothing is wider than its line, nothing is lost where there is room, nothing is added.
RC_GTEST_PROP(Wrap, KeepsEveryWordInItsLines, ())
{
    const auto text = *rc::gen::container<std::string>(rc::gen::elementOf(std::string("abcé \n")));
    const int width = *rc::gen::inRange(1, 12);
    const auto by = *rc::gen::element(WrapBy::Words, WrapBy::Cells);
    const auto all = wrapped(text, width, 1000, by, "…");
    std::string joined;
    for (const auto& line : all) {
        RC_ASSERT(cellCount(line) <= width);
        joined += line;
    }
    const auto inked = [](std::string of) {
        std::erase_if(of, [](char c) { return c == ' ' || c == '\n'; });
        return of;
    };
    RC_ASSERT(inked(joined) == inked(toUtf8(codePoints(text))));
    const int lines = *rc::gen::inRange(1, 4);
    const auto some = wrapped(text, width, lines, by, "…");
    RC_ASSERT(static_cast<int>(some.size()) <= lines);
    for (const auto& line : some)
        RC_ASSERT(cellCount(line) <= width);
}

TEST(Wrap, TextRunsThroughItsWindow)
{
    EXPECT_EQ(scrolled("short", 8, 3, 5), "short   ") << "what fits stands still";
    EXPECT_EQ(scrolled("high water", 6, 2, 0), "high w");
    EXPECT_EQ(scrolled("high water", 6, 2, 5), "water ");
    EXPECT_EQ(scrolled("high water", 6, 2, 9), "r  hig");
    EXPECT_EQ(scrolled("high water", 6, 2, 12), scrolled("high water", 6, 2, 0)) << "once around";
}

} // namespace
} // namespace fern
