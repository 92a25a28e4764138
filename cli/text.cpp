#include "cli/cli.h"

#include "base/number_text.h"
#include "text/format.h"

#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct TextArguments {
    TextSpec spec;
    std::string align = "right";
    std::string pad = "blank";
    bool float32 = false;
    std::vector<std::string> values;
};

void text(Context& context, TextArguments a)
{
    a.spec.align = a.align == "left" ? Align::Left : Align::Right;
    a.spec.pad = a.pad == "zero" ? Pad::Zero : Pad::Blank;
    auto list = json::makeArray();
    std::string lines;
    for (const auto& word : a.values) {
        const auto value = word == "nan" ? std::optional(std::numeric_limits<double>::quiet_NaN())
                                         : parseNumber(word);
        if (!value)
            return context.fail(
                {ErrorCode::InvalidArgument, fmt::format("\"{}\" is no number", word), ""});
        const auto field =
            formatText(*value, a.spec, a.float32 ? NumberKind::Float32 : NumberKind::Float64);
        lines += field + "\n";
        list.items.push_back(json::makeString(field));
    }
    print(context.json ? json::writeCompact(list) + "\n" : lines);
}

} // namespace

void addText(CLI::App& app, Context& context)
{
    auto a = std::make_shared<TextArguments>();
    auto* command =
        addCommand(app, context, "text", "values as the cells of a field, one field a line");
    command->add_option("--decimals", a->spec.decimals)->required()->check(CLI::Range(0, 9));
    command->add_option("--width", a->spec.width)->required()->check(CLI::Range(1, 40));
    command->add_option("--unit", a->spec.unitShown, "written inside the width");
    command->add_option("--align", a->align)->check(CLI::IsMember({"left", "right"}));
    command->add_option("--pad", a->pad)->check(CLI::IsMember({"blank", "zero"}));
    command->add_option("--overflow", a->spec.overflow, "one character")
        ->check([](const std::string& mark) {
            return mark.size() == 1 && mark[0] > ' ' && mark[0] <= '~'
                ? std::string()
                : std::string("needs one visible ASCII character");
        });
    command->add_flag("--float32", a->float32, "compute as a board with 32-bit floats");
    command->add_option("VALUE", a->values)->required();
    command->callback([&context, a] { text(context, *a); });
}

} // namespace fern::cli
