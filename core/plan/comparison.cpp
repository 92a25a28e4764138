#include "plan/comparison.h"

#include "instrument/part_edits.h"

namespace fern {

namespace {

std::string titled(const Comparison& comparison, std::size_t row)
{
    const auto& way = comparison.ways[row];
    return way.title + (way.isNow ? ", as it is" : "")
        + (comparison.recommended == row ? ", recommended" : "");
}

std::string priceOf(const Instrument& in, const Way& way)
{
    if (way.className.empty())
        return "nothing";
    auto price = priceOf(in, way.className);
    return price.empty() ? "not told" : price;
}

} // namespace

std::vector<Comparison> comparisonsOf(const Instrument& in, const PlainInstrument& plain)
{
    auto all = compareAddresses(in);
    for (auto more : {compareInputs(in), comparePins(in), compareSupplies(in, plain),
             compareDisplays(in, plain)})
        std::move(more.begin(), more.end(), std::back_inserter(all));
    return all;
}

TextTable tableOf(const Instrument& in, const Comparison& comparison)
{
    TextTable table{{"way"}, {}};
    table.header.insert(table.header.end(), comparison.columns.begin(), comparison.columns.end());
    table.header.emplace_back("price");
    for (std::size_t row = 0; row < comparison.ways.size(); ++row) {
        const auto& way = comparison.ways[row];
        std::vector<std::string> cells{titled(comparison, row)};
        if (way.isPossible()) {
            cells.insert(cells.end(), way.cells.begin(), way.cells.end());
            cells.push_back(priceOf(in, way));
        } else {
            cells.push_back(way.obstacle);
        }
        cells.resize(table.header.size());
        table.rows.push_back(std::move(cells));
    }
    return table;
}

const Decision* choiceFor(const Instrument& in, const Comparison& comparison)
{
    for (const auto& decision : in.decisions)
        if (!decision->choice.empty() && decision->place == comparison.place)
            return decision.get();
    return nullptr;
}

} // namespace fern
