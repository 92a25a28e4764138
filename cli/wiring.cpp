#include "cli/cli.h"

#include "instrument/wiring_table.h"
#include "io/files.h"

#include <memory>

namespace fern::cli {

void addWiring(CLI::App& app, Context& context)
{
    auto path = std::make_shared<std::string>();
    auto* command = addCommand(app, context, "wiring", "the wiring table as CSV");
    command->add_option("FILE", *path)->required();
    command->callback([&context, path] {
        const auto instrument = io::loadInstrument(*path);
        if (!instrument)
            return context.fail(instrument.error());
        printTable(context, wiringTable(*instrument));
    });
}

} // namespace fern::cli
