#include "drive/driver.h"

#include "glass/grid_index.h"

#include <algorithm>
#include <array>
#include <iterator>
#include <numeric>

namespace fern {

namespace {

using S = RedrawStrategy;
/// Up to so many rows of elements a clear display is written row by row.
constexpr int finestRows = 8;
constexpr std::array pixelWays{
    S::FullFrame, S::ChangedPages, S::DirtyBox, S::ChangedCells, S::ClearAndWrite};
constexpr std::array cellWays{S::FullFrame, S::ChangedCells, S::ClearAndWrite};
constexpr std::array matrixWays{S::FullFrame, S::ChangedPages};
constexpr std::array colourWays{S::FullFrame, S::DirtyBox, S::ClearAndWrite};
constexpr std::array partialPaperWays{S::DirtyBox, S::FullFrame};
constexpr std::array wholeWays{S::FullFrame};

/// The elements of a row that differ, as boxes: each run, or all between the first and the last.
void appendChanges(std::vector<ElementBox>& boxes, const Contents& old, const Contents& now,
    int columns, int row, bool isEachRun)
{
    const auto differs = [&](int x) {
        return old[gridIndex(x, row, columns)] != now[gridIndex(x, row, columns)];
    };
    std::optional<ElementBox> open;
    for (int x = 0; x < columns; ++x) {
        if (!differs(x))
            continue;
        if (open && (!isEachRun || open->right == x - 1)) {
            open->right = x;
            continue;
        }
        if (open)
            boxes.push_back(*open);
        open = {x, row, x, row};
    }
    if (open)
        boxes.push_back(*open);
}

std::vector<ElementBox> changes(
    const DisplayDriver& driver, const Contents& old, const Contents& now, bool isEachRun)
{
    std::vector<ElementBox> boxes;
    for (int row = 0; row < driver.rows(); ++row)
        appendChanges(boxes, old, now, driver.columns(), row, isEachRun);
    return boxes;
}

/// One box around all.
std::vector<ElementBox> around(const std::vector<ElementBox>& boxes)
{
    if (boxes.empty())
        return {};
    auto box = boxes.front();
    for (const auto& b : boxes)
        box = {std::min(box.left, b.left), std::min(box.top, b.top), std::max(box.right, b.right),
            std::max(box.bottom, b.bottom)};
    return {box};
}

void append(DriverSteps& steps, DriverSteps more)
{
    std::move(more.begin(), more.end(), std::back_inserter(steps));
}

DriverSteps written(
    const DisplayDriver& driver, const Contents& now, const std::vector<ElementBox>& boxes)
{
    DriverSteps steps;
    for (const auto& box : boxes)
        append(steps, driver.write(now, box));
    return steps;
}

} // namespace

std::span<const RedrawStrategy> strategiesOf(const DisplaySpec& part)
{
    switch (part.kind()) {
    case DisplayKind::MonoOled:
    case DisplayKind::MonoLcd:
        return pixelWays;
    case DisplayKind::CharacterLcd:
    case DisplayKind::TwoWireDigits:
    case DisplayKind::ShiftDigits:
        return cellWays;
    case DisplayKind::LedMatrix:
        return matrixWays;
    case DisplayKind::ColourPanel:
        return colourWays;
    case DisplayKind::Paper:
        if (std::get<PaperSpec>(part.shape).partialRefresh.value > 0)
            return partialPaperWays;
        return wholeWays;
    case DisplayKind::SegmentGlass:
        return wholeWays;
    }
    return wholeWays;
}

std::string_view strategyWords(const DisplaySpec& part, RedrawStrategy strategy)
{
    const auto unit = traitsOf(part.kind()).unit;
    const bool isPixels = unit == GlassUnit::Pixels;
    switch (strategy) {
    case S::FullFrame:
        return isPixels ? "all of it" : "all, padded with blanks";
    case S::ChangedPages:
        return part.kind() == DisplayKind::LedMatrix ? "rows that changed"
                                                     : "changes, page by page";
    case S::DirtyBox:
        return "a box of changes";
    case S::ChangedCells:
        return isPixels                ? "bytes that changed"
            : unit == GlassUnit::Cells ? "cells that changed"
                                       : "digits that changed";
    case S::ClearAndWrite:
        return "a clear, then all that is not blank";
    }
    return {};
}

RedrawStrategy strategyFor(const DisplaySpec& part, RedrawStrategy wished)
{
    const auto ways = strategiesOf(part);
    return std::find(ways.begin(), ways.end(), wished) == ways.end() ? ways.front() : wished;
}

Contents DisplayDriver::blank() const
{
    return Contents(gridIndex(0, rows(), columns()), blankElement());
}

std::size_t byteCount(const DriverSteps& steps)
{
    return std::accumulate(steps.begin(), steps.end(), std::size_t{0},
        [](std::size_t sum, const DriverStep& step) { return sum + step.transfer.bytes.size(); });
}

DriverSteps redrawSteps(const DisplayDriver& driver, RedrawStrategy strategy,
    const std::optional<Contents>& old, const Contents& now)
{
    const auto full = [&] {
        auto steps = driver.write(now, driver.whole());
        append(steps, driver.show(false));
        return steps;
    };
    DriverSteps steps;
    switch (strategy) {
    case S::FullFrame:
        return full();
    case S::ClearAndWrite: {
        steps = driver.clear();
        const auto blank = driver.blank();
        const bool isFine = driver.rows() <= finestRows; // else a window for each row is too much
        auto boxes = changes(driver, blank, now, false);
        append(steps, written(driver, now, isFine ? boxes : around(boxes)));
        append(steps, driver.show(false));
        return steps;
    }
    case S::ChangedPages:
    case S::ChangedCells:
    case S::DirtyBox: {
        if (!old)
            return full();
        const auto boxes = changes(driver, *old, now, strategy == S::ChangedCells);
        if (boxes.empty())
            return {};
        steps = written(driver, now, strategy == S::DirtyBox ? around(boxes) : boxes);
        append(steps, driver.show(true));
        return steps;
    }
    }
    return steps;
}

} // namespace fern
