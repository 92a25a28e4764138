#include "cli/cli.h"

#include "io/computer.h"

namespace fern::cli {

void addComputer(CLI::App& app, Context& context)
{
    auto* command = addCommand(
        app, context, "computer", "the health of this computer, as the line that a board reads");
    command->callback([&context] {
        const auto health = io::readComputerHealth();
        if (!context.json)
            return print(healthLine(health));
        std::vector<json::Member> members;
        const auto add = [&](const char* name, const std::optional<double>& value) {
            if (value)
                members.push_back({name, json::makeNumber(*value)});
        };
        add("load", health.load);
        add("memory", health.memory);
        add("disk", health.disk);
        add("temperature", health.temperature);
        print(json::writeCompact(object(std::move(members))) + "\n");
    });
}

} // namespace fern::cli
