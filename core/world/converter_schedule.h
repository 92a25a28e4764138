#pragma once
// A converter module with one converter behind its inputs: when it has converted what it is asked
// for. It converts beside the processor.

#include "world/converter_spec.h"

#include <cstdint>
#include <optional>

namespace fern {

/// What an input gives.
struct Conversion {
    Ticks begin; ///< when the input was taken
    Ticks ready; ///< when the code can be fetched
    std::int64_t number = 0; ///< one and the same conversion has one number
    double oldShare = 0; ///< how much of the input before it is left in it, 0 … 1
    std::optional<std::size_t> old; ///< that input
};

class ConverterSchedule {
public:
    explicit ConverterSchedule(const ConverterPace& pace)
        : m_pace(pace)
    {
    }

    /// Asks for an input at an instant that is not before the last one. What was asked for before
    /// is finished first. After a switch of the input the converter begins anew. On one input it
    /// gives the newest conversion that is finished when it runs continuously, else it makes one.
    /// What is left of the old input falls evenly over the conversions that it takes to settle.
    Conversion ask(std::size_t input, Ticks now);

private:
    Conversion conversion(std::int64_t index, Ticks ready) const;

    ConverterPace m_pace;
    std::optional<std::size_t> m_input, m_old;
    Ticks m_since; ///< when it began on its input
    Ticks m_free; ///< when everything that was asked for is finished
    std::int64_t m_made = 0; ///< single conversions on its input
};

} // namespace fern
