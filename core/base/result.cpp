#include "base/result.h"

namespace fern {

std::string describe(const Error& error)
{
    return error.where.empty() ? error.message : error.where + ": " + error.message;
}

} // namespace fern
