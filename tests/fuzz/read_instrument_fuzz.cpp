// Any bytes: an instrument that is read must be written and read again; anything else is an error.

#include "instrument/file.h"

#include <cstdint>
#include <cstdlib>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    const auto instrument = fern::readInstrument(text);
    if (instrument && !fern::readInstrument(fern::writeInstrument(*instrument)))
        std::abort();
    return 0;
}
