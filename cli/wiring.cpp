#include "cli/cli.h"

#include "instrument/wiring_table.h"

namespace fern::cli {

void addWiring(CLI::App& app, Context& context)
{
    addTable(app, context, "wiring", "the wiring table as CSV", wiringTable);
}

} // namespace fern::cli
