#include "drive/matrix_driver.h"

#include "drive/bytes.h"
#include "drive/digit_driver.h"
#include "drive/pixel_page.h"
#include "glass/grid_index.h"
#include "glass/parts/shift_register.h"

#include <algorithm>

namespace fern {

namespace {

LedMatrixSpec believedMatrix(const DriverSetup& setup)
{
    auto spec = std::get<LedMatrixSpec>(setup.part.shape);
    if (const auto& size = setup.driver.setTo)
        spec.modules = std::clamp(size->width / 8, 1, 16);
    if (setup.has(DriverMistake::ModulesTurned))
        spec.rotation = static_cast<Rotation>((static_cast<int>(spec.rotation) + 1) % 4);
    if (setup.has(DriverMistake::Mirrored))
        spec.isMirrored = !spec.isMirrored;
    return spec;
}

} // namespace

MatrixDriver::MatrixDriver(const DriverSetup& setup)
    : m_setup(setup)
    , m_spec(believedMatrix(setup))
{
}

void MatrixDriver::draw(Contents& onto, const Page& page, const PageContent& content) const
{
    const PixelPage pixels(8 * m_spec.modules, 8, m_setup.rotation(), page, content);
    for (int y = 0; y < 8; ++y)
        for (int x = 0; x < 8 * m_spec.modules; ++x)
            if (pixels.inkAt(x, y)) {
                const auto place = placeInModule(m_spec, x % 8, y);
                onto[gridIndex(x / 8, place.row, m_spec.modules)] |=
                    static_cast<std::uint16_t>(0x80U >> place.column);
            }
}

DriverSteps MatrixDriver::begin() const
{
    return beginShiftChain(m_setup, m_spec.modules);
}

DriverSteps MatrixDriver::light(double share) const
{
    return {shiftChainLight(m_spec.modules, share)};
}

/// The word that is sent last stays in the nearest module.
DriverSteps MatrixDriver::write(const Contents& contents, const ElementBox& box) const
{
    DriverSteps steps;
    for (int row = box.top; row <= box.bottom; ++row) {
        std::vector<std::uint8_t> bytes;
        for (int module = m_spec.modules - 1; module >= 0; --module) {
            const bool isTouched = module >= box.left && module <= box.right;
            const auto value = asByte(contents[gridIndex(module, row, m_spec.modules)]);
            bytes.push_back(isTouched ? asByte(row + 1) : 0);
            bytes.push_back(!isTouched                         ? 0
                    : m_setup.has(DriverMistake::BitsReversed) ? reversedBits(value)
                                                               : value);
        }
        steps.push_back({{TransferKind::Word, std::move(bytes)}});
    }
    return steps;
}

} // namespace fern
