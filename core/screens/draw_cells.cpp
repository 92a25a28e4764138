#include "screens/draw_cells.h"

#include "base/utf8.h"

#include <algorithm>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr int dotsAcross = 5, dotsDown = 8;

/// So many columns from the left; the last row is the cursor's.
CellRows columnsFilled(int columns)
{
    CellRows rows{};
    const auto row = static_cast<std::uint8_t>(0x1F & (0x1F << (dotsAcross - columns)));
    std::fill(rows.begin(), rows.end() - 1, row);
    return rows;
}

/// So many rows from the bottom.
CellRows rowsFilled(int filled)
{
    CellRows rows{};
    std::fill(rows.end() - filled, rows.end(), std::uint8_t{0x1F});
    return rows;
}

CellRows rowsOfCell(const Dots& dots)
{
    CellRows rows{};
    const auto lit = dots.rows();
    std::copy_n(lit.begin(), std::min(lit.size(), rows.size()), rows.begin());
    return rows;
}

bool growsUp(const Field& field)
{
    return field.kind == FieldKind::History || (field.kind == FieldKind::Bar && field.isUpright);
}

char32_t signOf(const CellRows& rows, std::span<const CellRows> own)
{
    const auto found = std::find(own.begin(), own.end(), rows);
    return found == own.end() ? U' ' : ownSign + static_cast<char32_t>(found - own.begin());
}

int filledDots(double share, int most)
{
    return std::isnan(share) ? 0
                             : static_cast<int>(std::lround(std::clamp(share, 0.0, 1.0) * most));
}

/// The rows of columns that are filled from the bottom, a share each.
std::vector<CellRun> columnRuns(
    const Field& f, const std::vector<double>& shares, std::span<const CellRows> own)
{
    std::vector<CellRun> runs;
    for (int row = 0; row < f.height; ++row) {
        auto& run = runs.emplace_back(CellRun{f.x, f.y + row, {}});
        const int below = (f.height - 1 - row) * dotsDown;
        for (const double share : shares) {
            const int filled =
                std::clamp(filledDots(share, f.height * dotsDown) - below, 0, dotsDown);
            run.signs += filled == 0 ? U' ' : signOf(rowsFilled(filled), own);
        }
    }
    return runs;
}

std::vector<CellRun> barRuns(const Field& f, double share, std::span<const CellRows> own)
{
    if (f.isUpright)
        return columnRuns(f, std::vector(static_cast<std::size_t>(f.width), share), own);
    std::u32string signs;
    const int dots = filledDots(share, f.width * dotsAcross);
    for (int cell = 0; cell < f.width; ++cell) {
        const int filled = std::clamp(dots - cell * dotsAcross, 0, dotsAcross);
        signs += filled == 0 ? U' ' : signOf(columnsFilled(filled), own);
    }
    std::vector<CellRun> runs(static_cast<std::size_t>(f.height), {f.x, f.y, signs});
    for (int row = 0; row < f.height; ++row)
        runs[static_cast<std::size_t>(row)].y += row;
    return runs;
}

/// The newest at the right.
std::vector<double> newestCells(const Field& f, const std::vector<double>& shares)
{
    std::vector<double> cells(static_cast<std::size_t>(f.width), std::nan(""));
    const auto count = std::min(cells.size(), shares.size());
    std::copy(shares.end() - static_cast<std::ptrdiff_t>(count), shares.end(),
        cells.end() - static_cast<std::ptrdiff_t>(count));
    return cells;
}

} // namespace

bool fitsCell(const Dots& dots)
{
    return dots.width() == dotsAcross && dots.height() <= dotsDown && dots.height() > 0;
}

std::vector<CellRows> ownSigns(const Page& page)
{
    std::vector<CellRows> own;
    const auto need = [&](const CellRows& rows) {
        if (std::find(own.begin(), own.end(), rows) == own.end())
            own.push_back(rows);
    };
    for (const auto& field : page.fields) {
        if (growsUp(field))
            for (int filled = 1; filled <= dotsDown; ++filled)
                need(rowsFilled(filled));
        else if (field.kind == FieldKind::Glyph && fitsCell(field.dots))
            need(rowsOfCell(field.dots));
        else if (field.kind == FieldKind::Bar)
            for (int filled = 1; filled <= dotsAcross; ++filled)
                need(columnsFilled(filled));
    }
    return own;
}

std::vector<CellRun> cellRuns(
    const Field& f, const FieldContent& content, std::span<const CellRows> own)
{
    switch (f.kind) {
    case FieldKind::Bar:
        return barRuns(f, content.share, own);
    case FieldKind::History:
        return columnRuns(f, newestCells(f, content.shares), own);
    case FieldKind::PageDots: // cells have no dots: the number of the page
        return {{f.x, f.y,
            codePoints(content.index < 0
                    ? fmt::format("-/{}", content.count)
                    : fmt::format("{}/{}", content.index + 1, content.count))}};
    case FieldKind::Glyph:
        return {{f.x, f.y,
            std::u32string(1, fitsCell(f.dots) ? signOf(rowsOfCell(f.dots), own) : U' ')}};
    case FieldKind::Picture:
        return {}; // cells have no pixels of their own
    case FieldKind::TextBlock:
    case FieldKind::List: {
        std::vector<CellRun> runs;
        for (const auto& line : linesOf(f, content.text))
            runs.push_back({f.x, f.y + static_cast<int>(runs.size()), codePoints(line)});
        return runs;
    }
    case FieldKind::Value:
    case FieldKind::Label:
    case FieldKind::Scroller:
    case FieldKind::Alarm:
    case FieldKind::Count:
        break;
    }
    return {{f.x, f.y, codePoints(content.text)}};
}

} // namespace fern
