#include "parts/bus_spec.h"

#include "base/split.h"

#include <array>
#include <charconv>

#include <fmt/format.h>

namespace fern {

std::span<const double> usualRates(BusKind kind)
{
    static constexpr std::array<double, 4> i2c{100e3, 400e3, 1e6, 3.4e6};
    static constexpr std::array<double, 11> uart{
        1200, 2400, 4800, 9600, 19200, 31250, 38400, 57600, 115200, 230400, 460800};
    return kind == BusKind::I2c ? std::span<const double>(i2c)
        : kind == BusKind::Uart ? std::span<const double>(uart)
                                : std::span<const double>();
}

std::string addressText(int address)
{
    return fmt::format("0x{:02X}", address);
}

Result<std::vector<int>> parseAddresses(std::string_view words)
{
    constexpr int first = 0x08; // those below and above are reserved, UM10204 table 4
    constexpr int last = 0x77;
    std::vector<int> addresses;
    for (const auto word : splitAtBlanks(words)) {
        int address = 0;
        const auto digits = word.starts_with("0x") ? word.substr(2) : std::string_view{};
        const auto [rest, failure] =
            std::from_chars(digits.data(), digits.data() + digits.size(), address, 16);
        if (digits.empty() || failure != std::errc{} || rest != digits.data() + digits.size()
            || address < first || address > last)
            return Error{ErrorCode::Malformed,
                fmt::format("\"{}\" is no 7-bit address: write one from {} to {}", word,
                    addressText(first), addressText(last)),
                ""};
        addresses.push_back(address);
    }
    return addresses;
}

} // namespace fern
