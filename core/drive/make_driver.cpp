#include "drive/cell_driver.h"
#include "drive/colour_driver.h"
#include "drive/digit_driver.h"
#include "drive/matrix_driver.h"
#include "drive/mono_driver.h"
#include "drive/paper_driver.h"

namespace fern {

namespace {

using Made = std::shared_ptr<const DisplayDriver>;

/// Makes the driver of a shape.
struct Maker {
    const DriverSetup& setup;

    Made operator()(const MonoOledSpec& /*s*/) const { return make<MonoOledDriver>(); }
    Made operator()(const MonoLcdSpec& /*s*/) const { return make<MonoLcdDriver>(); }
    Made operator()(const CharacterLcdSpec& /*s*/) const { return make<CellDriver>(); }
    Made operator()(const TwoWireDigitsSpec& /*s*/) const { return make<TwoWireDriver>(); }
    Made operator()(const ShiftDigitsSpec& /*s*/) const { return make<ShiftDigitsDriver>(); }
    Made operator()(const LedMatrixSpec& /*s*/) const { return make<MatrixDriver>(); }
    Made operator()(const ColourPanelSpec& /*s*/) const { return make<ColourDriver>(); }
    Made operator()(const PaperSpec& /*s*/) const { return make<PaperDriver>(); }
    Made operator()(const SegmentGlassSpec& /*s*/) const { return make<SegmentGlassDriver>(); }

private:
    template <class Driver> Made make() const { return std::make_shared<const Driver>(setup); }
};

} // namespace

Made makeDriver(const DriverSetup& setup)
{
    return std::visit(Maker{setup}, setup.part.shape);
}

} // namespace fern
