#pragma once
// The way of what a motor moves, between two ends.

namespace fern {

class MotorWay {
public:
    /// `endToEnd` seconds above zero; `share` of the way, 0 … 1, where it stands at power-on.
    MotorWay(double endToEnd, double share, bool hasEndStops);

    /// Runs as it was switched, for so many seconds; at an end it stops.
    void pass(double seconds);
    /// Switches towards a share of the way, as the firmware believes to stand; it is not switched
    /// for less than half of what it does until it is steered again, after `every` seconds.
    void steer(double wanted, double every);

    double share() const { return m_share; } ///< where it is
    double believed() const { return m_believed; } ///< where the firmware believes it to be

private:
    double m_endToEnd;
    double m_share;
    double m_believed = 0;
    bool m_hasEndStops;
    bool m_isSeeking; ///< runs to the lower end first
    int m_direction = 0;
};

} // namespace fern
