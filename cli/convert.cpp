#include "cli/cli.h"

#include "base/number_text.h"
#include "base/units.h"

#include <array>
#include <memory>

namespace fern::cli {

void addConvert(CLI::App& app, Context& context)
{
    struct Arguments {
        double value = 0;
        std::string from, to;
    };
    auto a = std::make_shared<Arguments>();
    auto* command = addCommand(app, context, "convert", "a number from one unit to another");
    command->add_option("VALUE", a->value)->required();
    command->add_option("FROM", a->from)->required();
    command->add_option("TO", a->to)->required();
    command->callback([&context, a] {
        const auto result = convert(a->value, a->from, a->to);
        if (!result)
            return context.fail(result.error());
        print(shortestText(*result) + "\n");
    });
}

} // namespace fern::cli
