// Any bytes: a table has columns of one length; anything else is an error.

#include "signal/capture.h"

#include <cstdint>
#include <cstdlib>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const auto table = fern::parseCsv({reinterpret_cast<const char*>(data), size});
    if (!table)
        return 0;
    for (const auto& column : table->columns)
        if (column.size() != table->rows())
            std::abort();
    (void)fern::capturesOf(*table).has_value();
    return 0;
}
