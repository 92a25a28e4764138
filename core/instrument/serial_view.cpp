#include "instrument/serial_view.h"

#include "instrument/parts_view.h"

#include <set>

namespace fern {

std::vector<const Device*> serialDevicesAt(const Instrument& in, const Part& board, SerialPort port)
{
    std::vector<const Device*> devices;
    for (const auto& device : in.devices) {
        const auto* part = findById(in.parts, device->board);
        const auto* at =
            part == nullptr || part->kind == PartKind::Board ? part : boardOf(in, *part);
        if (isSerial(device->kind) && device->serial.port == port && at == &board)
            devices.push_back(device.get());
    }
    return devices;
}

std::size_t serialPortsOf(const Part& board)
{
    if (board.serialPorts > 0)
        return static_cast<std::size_t>(board.serialPorts);
    std::set<int> numbered;
    std::size_t others = 0;
    for (const auto& pin : board.pins) {
        if ((pin.roles & bitOf(PinRole::UartIn)) == 0)
            continue;
        if (pin.serialPort < 0)
            ++others;
        else
            numbered.insert(pin.serialPort);
    }
    return numbered.size() + others;
}

} // namespace fern
