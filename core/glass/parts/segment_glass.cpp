#include "glass/parts/segment_glass.h"

#include <algorithm>
#include <cmath>

namespace fern {

namespace {

/// From here on a segment is seen: between the 0.41 and 0.71 of three backplanes at half bias.
constexpr double seenFrom = 0.55;

/// Backplanes and lines together.
std::size_t linesOf(const SegmentGlassSpec& spec)
{
    return static_cast<std::size_t>(spec.backplanes) + static_cast<std::size_t>(spec.lines);
}

GlassFace crystalFace(int digits, double height)
{
    auto face = digitFace(digits, height, false);
    face.palette = {{0xB4, 0xBD, 0xA6}, {0x1C, 0x24, 0x1E}};
    return face;
}

} // namespace

SegmentGlass::SegmentGlass(const SegmentGlassSpec& spec, double height)
    : Digits(crystalFace(spec.digits, height), false)
    , m_spec(spec)
{
    m_spec.map.resize(static_cast<std::size_t>(spec.digits) * 8);
}

void SegmentGlass::take(const Transfer& transfer, Ticks /*at*/)
{
    const auto all = linesOf(m_spec);
    if (transfer.kind != TransferKind::Lines || transfer.bytes.size() % all != 0)
        return;
    m_levels = transfer.bytes;
    for (auto& level : m_levels)
        level = std::min<std::uint8_t>(level, 2);
}

SegmentGlass::Drive SegmentGlass::driveOf(std::size_t element) const
{
    const auto& place = m_spec.map[element];
    if (!place.isFound() || m_levels.empty())
        return {};
    const auto all = linesOf(m_spec);
    Drive drive;
    for (std::size_t phase = 0; phase < m_levels.size(); phase += all) {
        const auto level = [&](int line) {
            return m_levels[phase + static_cast<std::size_t>(line)];
        };
        const double volts =
            (level(m_spec.backplanes + place.line - 1) - level(place.backplane - 1)) / 2.0;
        drive.rms += volts * volts;
        drive.mean += volts;
    }
    const double phases = static_cast<double>(m_levels.size()) / static_cast<double>(all);
    return {std::sqrt(drive.rms / phases), drive.mean / phases};
}

std::uint8_t SegmentGlass::segments(int digit) const
{
    unsigned seen = 0;
    for (std::size_t segment = 0; segment < 8; ++segment)
        if (driveOf(static_cast<std::size_t>(digit) * 8 + segment).rms >= seenFrom)
            seen |= 1U << segment;
    return static_cast<std::uint8_t>(seen);
}

double SegmentGlass::steadyShare() const
{
    double most = 0;
    for (std::size_t i = 0; i < m_spec.map.size(); ++i)
        most = std::max(most, std::abs(driveOf(i).mean));
    return most;
}

} // namespace fern
