#include "judge/part_fix.h"

#include "instrument/edits.h"

#include <fmt/format.h>

namespace fern {

namespace {

Result<Instrument> changed(
    const Instrument& in, const std::string& id, const std::function<void(Part&)>& change)
{
    const auto* found = findById(in.parts, id);
    if (found == nullptr)
        return Error{ErrorCode::NotFound, fmt::format("there is no \"{}\"", id), ""};
    Part part = *found;
    change(part);
    return withPart(in, part);
}

} // namespace

Fix displayFix(std::string label, std::string display, std::function<void(Display&)> change)
{
    return {std::move(label),
        [display = std::move(display), change = std::move(change)](
            const Instrument& before) -> Result<Instrument> {
            const auto* found = findById(before.displays, display);
            if (found == nullptr)
                return goneError("display");
            Display changed = *found;
            change(changed);
            return withDisplay(before, changed);
        }};
}

Fix smoothingFix(std::string label, const PlainChannel& channel)
{
    return {std::move(label), [id = channel.id, steps = channel.steps](const Instrument& before) {
                return withSmoothing(before, id, steps);
            }};
}

Fix deviceFix(std::string label, const Device& device, std::function<void(Device&)> change)
{
    return {std::move(label), [id = device.id, change = std::move(change)](const Instrument& in) {
                return withDeviceChanged(in, id, change);
            }};
}

Fix partFix(std::string label, std::string part, std::function<void(Part&)> change)
{
    return {std::move(label),
        [part = std::move(part), change = std::move(change)](
            const Instrument& in) { return changed(in, part, change); }};
}

Fix lineFix(
    std::string label, const Part& part, std::string line, std::function<void(LineSpec&)> change)
{
    return partFix(
        std::move(label), part.id, [line = std::move(line), change = std::move(change)](Part& p) {
            for (auto& candidate : p.lines)
                if (candidate.name == line)
                    change(candidate);
        });
}

Fix bothFix(std::string label, std::string first, std::function<void(Part&)> changeFirst,
    std::string second, std::function<void(Part&)> changeSecond)
{
    return {std::move(label),
        [first = std::move(first), changeFirst = std::move(changeFirst), second = std::move(second),
            changeSecond = std::move(changeSecond)](const Instrument& in) -> Result<Instrument> {
            const auto one = changed(in, first, changeFirst);
            return one ? changed(*one, second, changeSecond) : one;
        }};
}

Fix busFix(
    std::string label, const Part& board, std::string bus, std::function<void(BusSpec&)> change)
{
    return partFix(
        std::move(label), board.id, [bus = std::move(bus), change = std::move(change)](Part& part) {
            for (auto& candidate : part.buses)
                if (candidate.id == bus)
                    change(candidate);
        });
}

} // namespace fern
