#include "drive/digit_driver.h"

#include "drive/bytes.h"
#include "glass/parts/segment_shapes.h"
#include "glass/parts/two_wire_digits.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace fern {

namespace {

constexpr std::uint16_t point = 0x80;

int believedDigits(const DriverSetup& setup, int digits)
{
    return setup.driver.setTo ? std::clamp(setup.driver.setTo->width, 1, 16) : digits;
}

} // namespace

DigitDriver::DigitDriver(DriverSetup setup, int digits)
    : m_setup(std::move(setup))
    , m_digits(digits)
{
}

/// A point belongs to the digit before it; what cannot be formed stays dark.
void DigitDriver::put(Contents& onto, const CellRun& run) const
{
    int x = run.x;
    bool hasDigit = false; // before it, without a point yet
    const auto set = [&](int digit, std::uint16_t segments, bool isPoint) {
        if (digit >= 0 && digit < m_digits && run.y == 0) {
            auto& element = onto[static_cast<std::size_t>(digit)];
            element = isPoint ? element | segments : segments;
        }
    };
    for (const auto c : run.signs) {
        if ((c == U'.' || c == U':') && hasDigit) {
            set(x - 1, point, true);
            hasDigit = false;
            continue;
        }
        const auto segments = c < 0x80 ? segmentsOf(static_cast<char>(c)) : noSegments;
        set(x, c == U'.' ? point : segments == noSegments ? 0 : segments, false);
        hasDigit = c != U'.';
        ++x;
    }
}

void DigitDriver::draw(Contents& onto, const Page& page, const PageContent& content) const
{
    for (std::size_t i = 0; i < page.fields.size(); ++i)
        if (page.fields[i].traits().fitsDigits)
            for (const auto& run : cellRuns(page.fields[i], content[i], {}))
                put(onto, run);
}

TwoWireDriver::TwoWireDriver(const DriverSetup& setup)
    : DigitDriver(
        setup, believedDigits(setup, std::get<TwoWireDigitsSpec>(setup.part.shape).digits))
{
}

/// Counting on, from the first address that changes to the last; switched on each time.
DriverSteps TwoWireDriver::write(const Contents& contents, const ElementBox& box) const
{
    constexpr std::array<int, 6> ofSix{2, 1, 0, 5, 4, 3};
    const auto addressOf = [&](int digit) {
        return columns() == 6 ? ofSix[static_cast<std::size_t>(digit)] : digit;
    };
    int from = addressOf(box.left);
    int to = from;
    for (int digit = box.left; digit <= box.right; ++digit) {
        from = std::min(from, addressOf(digit));
        to = std::max(to, addressOf(digit));
    }
    std::vector<std::uint8_t> bytes(static_cast<std::size_t>(to - from) + 2);
    bytes[0] = asByte(0xC0 + std::min(from, 0x0F));
    for (int digit = 0; digit < columns(); ++digit)
        if (const int address = addressOf(digit); address >= from && address <= to)
            bytes[static_cast<std::size_t>(address - from) + 1] =
                asByte(contents[static_cast<std::size_t>(digit)]);
    DriverSteps steps{{{TransferKind::Wire, {0x40}}}, {{TransferKind::Wire, std::move(bytes)}}};
    if (!setup().has(DriverMistake::NotSwitchedOn))
        steps.push_back(light(setup().light()).front());
    if (setup().has(DriverMistake::BitsReversed))
        for (auto& byte : steps[1].transfer.bytes)
            byte = &byte == &steps[1].transfer.bytes.front() ? byte : reversedBits(byte);
    return steps;
}

/// It is lit for 1, 2, 4, 10, 11, 12, 13 or 14 sixteenths of the time (common practice).
DriverSteps TwoWireDriver::light(double share) const
{
    int nearest = 0;
    for (int step = 1; step < static_cast<int>(wireSteps.size()); ++step)
        if (std::abs(wireLight(step) - share) < std::abs(wireLight(nearest) - share))
            nearest = step;
    return {{{TransferKind::Wire, {asByte(0x88 + nearest)}}}};
}

namespace {

DriverStep toAll(int drivers, std::uint8_t address, std::uint8_t value)
{
    std::vector<std::uint8_t> bytes;
    for (int i = 0; i < drivers; ++i)
        bytes.insert(bytes.end(), {address, value});
    return {{TransferKind::Word, std::move(bytes)}};
}

} // namespace

/// Of the sixteen steps, n is lit for (2n + 1)/32 of the time (common practice).
DriverStep shiftChainLight(int drivers, double share)
{
    constexpr int most = 15;
    const double step = ((2 * most + 1) * share - 1) / 2;
    return toAll(drivers, 0x0A, stepOf(std::max(0.0, step / most), most));
}

DriverSteps beginShiftChain(const DriverSetup& setup, int drivers)
{
    DriverSteps steps;
    const auto all = [&](std::uint8_t address, std::uint8_t value) {
        steps.push_back(toAll(drivers, address, value));
    };
    all(0x0F, setup.has(DriverMistake::TestLeftOn) ? 1 : 0);
    if (!setup.has(DriverMistake::NoScanLimit))
        all(0x0B, 7);
    all(0x09, setup.has(DriverMistake::Decoded) ? 0xFF : 0);
    steps.push_back(shiftChainLight(drivers, setup.light()));
    if (!setup.has(DriverMistake::NotSwitchedOn))
        all(0x0C, 1);
    return steps;
}

ShiftDigitsDriver::ShiftDigitsDriver(const DriverSetup& setup)
    : DigitDriver(setup, std::min(8, believedDigits(setup, 8)))
{
}

DriverSteps ShiftDigitsDriver::begin() const
{
    return beginShiftChain(setup(), 1);
}

DriverSteps ShiftDigitsDriver::light(double share) const
{
    return {shiftChainLight(1, share)};
}

/// Register 1 is at the right; its segments stand from A at bit 6 down to G.
DriverSteps ShiftDigitsDriver::write(const Contents& contents, const ElementBox& box) const
{
    DriverSteps steps;
    for (int digit = box.left; digit <= box.right; ++digit) {
        const auto segments = contents[static_cast<std::size_t>(digit)];
        auto value = static_cast<std::uint8_t>(
            (segments & 0x80U) | reversedBits(asByte((segments & 0x7FU) << 1U)));
        if (setup().has(DriverMistake::BitsReversed))
            value = asByte(segments);
        steps.push_back({{TransferKind::Word, {asByte(columns() - digit), value}}});
    }
    return steps;
}

SegmentGlassDriver::SegmentGlassDriver(const DriverSetup& setup)
    : DigitDriver(setup, std::get<SegmentGlassSpec>(setup.part.shape).digits)
{
}

DriverSteps SegmentGlassDriver::write(const Contents& contents, const ElementBox& /*box*/) const
{
    constexpr std::uint8_t low = 0, half = 1, high = 2;
    const auto& spec = std::get<SegmentGlassSpec>(setup().part.shape);
    const int shift = setup().has(DriverMistake::MapShifted) ? 1 : 0;
    std::vector<std::uint8_t> levels;
    for (int plane = 1; plane <= spec.backplanes; ++plane)
        for (const bool isUp : {true, false}) {
            if (!isUp && setup().has(DriverMistake::SteadyVoltage))
                continue;
            for (int other = 1; other <= spec.backplanes; ++other)
                levels.push_back(other != plane ? half : isUp ? high : low);
            // A segment that is seen stands against its backplane, the others go along with it.
            std::vector<std::uint8_t> lines(
                static_cast<std::size_t>(spec.lines), isUp ? high : low);
            for (std::size_t i = 0; i < std::min(spec.map.size(), contents.size() * 8); ++i)
                if (const auto& place = spec.map[i]; place.isFound() && place.backplane == plane
                    && ((contents[i / 8] >> (i % 8)) & 1U) != 0)
                    lines[static_cast<std::size_t>((place.line - 1 + shift) % spec.lines)] =
                        isUp ? low : high;
            levels.insert(levels.end(), lines.begin(), lines.end());
        }
    return {{{TransferKind::Lines, std::move(levels)}}};
}

} // namespace fern
