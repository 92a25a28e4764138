#include "instrument/capture_edits.h"

#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/ids.h"

#include <algorithm>
#include <utility>

#include <fmt/format.h>

namespace fern {

Result<Instrument> withCapture(const Instrument& in, StoredCapture capture)
{
    if (trimmed(capture.name).empty())
        return Error{ErrorCode::InvalidArgument, "a capture needs a name", ""};
    Instrument out = in;
    if (capture.id.empty())
        capture.id = freeId(in.captures, capture.name);
    const auto old = std::find_if(out.captures.begin(), out.captures.end(),
        [&](const auto& other) { return other->id == capture.id; });
    auto shared = std::make_shared<const StoredCapture>(std::move(capture));
    if (old == out.captures.end())
        out.captures.push_back(std::move(shared));
    else
        *old = std::move(shared);
    return accepted(std::move(out));
}

Result<Instrument> withoutCapture(const Instrument& in, std::string_view capture)
{
    Instrument out = in;
    if (std::erase_if(out.captures, [&](const auto& c) { return c->id == capture; }) == 0)
        return Error{ErrorCode::NotFound, fmt::format("there is no capture \"{}\"", capture), ""};
    return accepted(std::move(out));
}

StoredCapture storedCaptureOf(const std::vector<Capture>& columns)
{
    StoredCapture stored;
    Ticks first = maxTicks;
    Ticks last;
    for (const auto& column : columns) {
        stored.columns.push_back({column.channel, column.tap, column.unit, {}});
        stored.rows = std::max(stored.rows, static_cast<int>(column.at.size()));
        if (!column.at.empty()) {
            first = std::min(first, column.at.front());
            last = std::max(last, column.at.back());
        }
    }
    stored.length = {inSeconds(std::max(Ticks{}, last - first)), "s"};
    return stored;
}

} // namespace fern
