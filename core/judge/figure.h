#pragma once
// Figures that more than one view tells, so that they can be held against each other: one figure
// has one text, wherever it stands.

namespace fern {

enum class Figure {
    None, ///< told in one place only
    Uncertainty, ///< of a channel's value, k = 2
    Repeatability, ///< of the same
    Count, ///< what one step of a channel's reading is worth now
    NoiseIn, ///< of a channel, before its smoothing
    NoiseOut, ///< and behind it
    Delay, ///< of a channel's smoothing
    Redraw, ///< one of a display: drawing and transfer
    OldestNumber, ///< that a display shows of a channel
    Hours, ///< that the battery lasts
};

} // namespace fern
