#include "glass/transfer.h"

#include "base/split.h"

#include <algorithm>
#include <charconv>

namespace fern {

Result<Transfer> parseTransfer(std::string_view kind, std::string_view bytes)
{
    const auto word = std::find(transferKindWords.begin(), transferKindWords.end(), kind);
    if (word == transferKindWords.end())
        return Error{ErrorCode::InvalidArgument,
            "\"" + std::string(kind)
                + "\" is no transfer: i2c, command, data, wire, word, lines, light or contrast",
            ""};
    Transfer transfer{static_cast<TransferKind>(word - transferKindWords.begin()), {}};
    for (const auto text : splitAtBlanks(bytes)) {
        unsigned value = 0;
        const auto [end, error] =
            std::from_chars(text.data(), text.data() + text.size(), value, 16);
        if (error != std::errc() || end != text.data() + text.size() || value > 0xFF)
            return Error{ErrorCode::InvalidArgument,
                "\"" + std::string(text) + "\" is no byte in hexadecimal", ""};
        transfer.bytes.push_back(static_cast<std::uint8_t>(value));
    }
    return transfer;
}

} // namespace fern
