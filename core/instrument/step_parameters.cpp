#include "instrument/step_parameters.h"

#include "instrument/edits.h"
#include "instrument/parameter_archive.h"

#include <fmt/format.h>

namespace fern {

std::vector<Parameter> stepParameters(const StepSpec& step)
{
    auto copy = step;
    ParameterArchive archive({}, {}, {}, {});
    describe(archive, copy);
    auto rows = archive.take();
    std::erase_if(
        rows, [](const Parameter& row) { return row.path == "step" || row.path == "off"; });
    return rows;
}

Result<Instrument> withStepParameter(const Instrument& in, std::string_view id, std::size_t index,
    std::string_view path, std::string_view text)
{
    const auto* channel = findById(in.channels, id);
    if (channel == nullptr || index >= channel->smoothing.size())
        return Error{ErrorCode::NotFound, "this step is not there any more", ""};
    auto steps = channel->smoothing;
    ParameterArchive archive({}, {}, path, trimmed(text));
    describe(archive, steps[index]);
    if (archive.failed())
        return Error{ErrorCode::InvalidArgument, archive.error(), ""};
    if (!archive.hasSet())
        return Error{
            ErrorCode::NotFound, fmt::format("the step has no parameter \"{}\"", path), ""};
    return withSmoothing(in, id, steps);
}

} // namespace fern
