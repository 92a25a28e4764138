#include "cli/cli.h"

#include "instrument/file.h"
#include "io/files.h"

#include <memory>

namespace fern::cli {

void addFormat(CLI::App& app, Context& context)
{
    auto path = std::make_shared<std::string>();
    auto* command =
        addCommand(app, context, "format", "the file read and written again, to stdout");
    command->add_option("FILE", *path)->required();
    command->callback([&context, path] {
        const auto instrument = io::loadInstrument(*path);
        if (!instrument)
            return context.fail(instrument.error());
        print(writeInstrument(*instrument));
    });
}

} // namespace fern::cli
