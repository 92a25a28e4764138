#include "cli/cli.h"

#include "io/computer.h"

#include <chrono>
#include <thread>

namespace fern::cli {

void addComputer(CLI::App& app, Context& context)
{
    auto* command = addCommand(
        app, context, "computer", "the health of this computer, as the line that a board reads");
    command->callback([&context] {
        io::ComputerReader reader;
        reader.read();
        constexpr auto aMoment = std::chrono::milliseconds(200); // for which the load is told
        std::this_thread::sleep_for(aMoment);
        const auto health = reader.read();
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
