#pragma once
// What the fields of a page show at an instant, as plain values: nothing of channels or readers is
// known where it is drawn.

#include "screens/spec.h"

#include <cmath>
#include <functional>
#include <string>
#include <vector>

namespace fern {

struct FieldContent {
    std::string text; ///< of what is written; of an alarm that is silent nothing
    double share = std::nan(""); ///< of a bar, 0 to 1; NaN where there is no value
    std::vector<double> shares; ///< of a history, the oldest first, NaN for gaps
    int count = 0, index = 0; ///< of page dots: the pages that are turned, and the one that is
                              ///< shown; less than zero where none of them is

    bool operator==(const FieldContent& other) const
    {
        const auto same = [](double a, double b) {
            return a == b || (std::isnan(a) && std::isnan(b));
        };
        return text == other.text && same(share, other.share) && count == other.count
            && index == other.index
            && std::equal(
                shares.begin(), shares.end(), other.shares.begin(), other.shares.end(), same);
    }
};

/// One for each field of the page.
using PageContent = std::vector<FieldContent>;

/// The text of a field that shows a value, by its place on the page.
using FieldText = std::function<std::string(std::size_t field)>;

/// Returns a content with the texts that are given, labels and blocks of text with their own, bars
/// and histories filled by half, alarms on.
PageContent sampleContent(const Page& page, const FieldText& textOf);

/// Returns the whole seconds that a count shows, right-aligned in its window; all nines where they
/// are too many for it.
std::string countText(const Field& field, double seconds);

/// Returns the lines of a block of text, or the rows of a list.
std::vector<std::string> linesOf(const Field& field, std::string_view text);

} // namespace fern
