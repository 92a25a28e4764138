#pragma once
// What the file says about a board's place on a network.

#include "base/archive.h"

#include <string>

namespace fern {

struct NetworkSpec {
    std::string name = "instrument";
    std::string address = "192.168.1.50"; ///< that the network gives it
    Quantity joins{4, "s"}; ///< from power-on until it has that address

    bool operator==(const NetworkSpec&) const = default;
};

template <class Archive> void describe(Archive& a, NetworkSpec& n)
{
    a.text("name", n.name);
    a.text("address", n.address);
    a.quantity("joins", n.joins, "s", {0, 3600});
}

} // namespace fern
