#include "cli/cli.h"

#include "instrument/parts_list.h"

namespace fern::cli {

void addParts(CLI::App& app, Context& context)
{
    addTable(app, context, "parts", "the parts list as CSV",
        [](const Instrument& in) { return tableOf(partsList(in)); });
}

} // namespace fern::cli
