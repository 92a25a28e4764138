#include "timing/costs.h"

namespace fern {

OperationCosts operationCosts(ProcessorClass processor, Runtime runtime)
{
    constexpr double cycle = 1 / 16e6; // seconds, of the 8-bit class
    switch (processor) {
    case ProcessorClass::Bits8At16MHz:
        return {155 * cycle, 154 * cycle, 91 * cycle, 2786 * cycle, 3688 * cycle, 3.4e-3, 0};
    case ProcessorClass::Bits32At80MHz:
        return runtime == Runtime::Compiled
            ? OperationCosts{1e-6, 0.75e-6, 3e-6, 12e-6, 14e-6, 1e-6, 40e-3}
            : OperationCosts{300e-6, 30e-6, 150e-6, 300e-6, 60e-6, 1e-6, 40e-3};
    case ProcessorClass::Bits32At240MHz:
        break;
    }
    return runtime == Runtime::Compiled
        ? OperationCosts{0.5e-6, 0.05e-6, 2e-6, 3e-6, 4e-6, 1e-6, 40e-3}
        : OperationCosts{100e-6, 10e-6, 50e-6, 100e-6, 20e-6, 1e-6, 40e-3};
}

int receiveBufferBytes(ProcessorClass processor)
{
    return processor == ProcessorClass::Bits8At16MHz ? 64 : 256;
}

double scaleOperations(const ScalingSpec& scaling, SensorKind sensor)
{
    constexpr double line = 2;
    constexpr double function = 20;
    switch (scaling.kind) {
    case ScalingKind::FromParts:
        // The resistance from the codes, then its curve.
        return isResistive(sensor) ? 2 * line + function + line : line;
    case ScalingKind::SteinhartHart:
        return 2 * line + function + 3 * line;
    case ScalingKind::Polynomial:
        return line * static_cast<double>(scaling.coefficients.size());
    case ScalingKind::Table:
        return 2 * line + static_cast<double>(scaling.points.size());
    case ScalingKind::Formula:
        return 2 * function;
    case ScalingKind::Linear:
    case ScalingKind::Ratio:
    case ScalingKind::TwoPoints:
    case ScalingKind::RangeMap:
        break;
    }
    return line;
}

} // namespace fern
