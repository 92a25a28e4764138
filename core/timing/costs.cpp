#include "timing/costs.h"

namespace fern {

OperationCosts operationCosts(ProcessorClass processor)
{
    switch (processor) {
    case ProcessorClass::Bits8At16MHz:
        return {4e-6, 18.5e-6, 29.1e-6, 171e-6, 150e-6};
    case ProcessorClass::Bits32At80MHz:
        return {1e-6, 1.5e-6, 2.2e-6, 12e-6, 14e-6};
    case ProcessorClass::Bits32At240MHz:
        break;
    }
    return {0.5e-6, 0.1e-6, 0.2e-6, 3e-6, 4e-6};
}

} // namespace fern
