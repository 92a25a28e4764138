#pragma once
// Decimal numbers of tables, read quickly.

namespace fern {

/// Reads the number at `at`, as std::from_chars() does and with the same result. `readable` is the
/// end of what may be read, at or behind `end`, where the number must end. Returns where it stops,
/// or null when there is none or it is not finite.
const char* readPlainNumber(const char* at, const char* end, const char* readable, double& value);

} // namespace fern
