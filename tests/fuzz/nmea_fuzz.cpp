// Any bytes: a receiver's stream never breaks the decoder, and what it holds is in its range.

#include "reading/nmea.h"

#include <cmath>
#include <cstdint>
#include <cstdlib>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    fern::ReceiverDecoder decoder;
    const std::string_view bytes(reinterpret_cast<const char*>(data), size);
    decoder.feed(bytes.substr(0, size / 2));
    decoder.feed(bytes.substr(size / 2));
    const auto& s = decoder.state();
    if ((s.latitude && !(std::fabs(*s.latitude) <= 90))
        || (s.longitude && !(std::fabs(*s.longitude) <= 180)) || (s.speed && !(*s.speed >= 0))
        || (s.secondOfDay && !(*s.secondOfDay >= 0 && *s.secondOfDay < 86401)))
        std::abort();
    return 0;
}
