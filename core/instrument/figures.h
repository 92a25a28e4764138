#pragma once
// The figures of anything that is described, as rows, and one of them set.

#include "instrument/edits.h"
#include "instrument/parameter_archive.h"

namespace fern {

template <class T> std::vector<Parameter> rowsOf(T value)
{
    ParameterArchive archive({}, {}, {}, {});
    describe(archive, value);
    return archive.take();
}

/// Returns the value with one of its figures set, from what a maker types. Error says what is
/// accepted.
template <class T> Result<T> withFigure(T value, std::string_view path, std::string_view text)
{
    ParameterArchive archive({}, {}, path, text);
    describe(archive, value);
    if (archive.failed())
        return Error{ErrorCode::InvalidArgument, archive.error(), ""};
    if (!archive.hasSet())
        return goneError("figure");
    return value;
}

} // namespace fern
