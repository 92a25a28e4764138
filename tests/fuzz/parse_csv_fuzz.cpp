// Any bytes: a table has columns of one length; anything else is an error. In pieces it says the
// same, and what a log's beginning promises can be imported: the recording is read back whole.

#include "reading/log_import.h"
#include "signal/capture.h"
#include "signal/csv.h"

#include <algorithm>
#include <cstdint>
#include <cstdlib>

namespace {

void check(bool isSo)
{
    if (!isSo)
        std::abort();
}

template <class Reader> void feedInPieces(Reader& reader, std::string_view text)
{
    for (std::size_t at = 0, length = 1; at < text.size(); at += length, length = length % 7 + 1)
        reader.feed(text.substr(at, length));
    reader.end();
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    const auto table = fern::parseCsv(text);
    fern::CsvReader pieces;
    feedInPieces(pieces, text);
    const auto again = fern::tableOf(pieces);
    check(table.has_value() == again.has_value());
    if (table) {
        for (const auto& column : table->columns)
            check(column.size() == table->rows());
        check(again->rows() == table->rows() && again->header == table->header);
        (void)fern::capturesOf(*table).has_value();
    }
    const auto look = fern::lookAtLog(text);
    if (!look)
        return 0;
    fern::ImportPlan plan;
    plan.time = {-1, 1, 0.5};
    for (std::size_t i = 0; i < look->columns.size(); ++i)
        if (look->columns[i].kind == fern::CsvKind::Number)
            plan.targets.push_back({i, "c" + std::to_string(i), fern::Tap::Reading, {}});
    if (plan.targets.empty())
        return 0;
    fern::LogImport import(*look, plan);
    feedInPieces(import, text);
    const auto recording = fern::parseCsv(import.take());
    check(recording.has_value() && recording->rows() == import.rows());
    check(fern::capturesOf(*recording).has_value());
    return 0;
}
