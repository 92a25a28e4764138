#include "cli/cli.h"

#include "instrument/parts_list.h"
#include "io/files.h"

#include <memory>

namespace fern::cli {

void addParts(CLI::App& app, Context& context)
{
    auto path = std::make_shared<std::string>();
    auto* command = addCommand(app, context, "parts", "the parts list as CSV");
    command->add_option("FILE", *path)->required();
    command->callback([&context, path] {
        const auto instrument = io::loadInstrument(*path);
        if (!instrument)
            return context.fail(instrument.error());
        printTable(context, tableOf(partsList(*instrument)));
    });
}

} // namespace fern::cli
