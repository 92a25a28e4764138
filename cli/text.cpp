#include "cli/cli.h"

#include "base/names.h"
#include "base/number_text.h"
#include "run/reader_text.h"

#include <algorithm>
#include <memory>
#include <optional>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct TextArguments {
    TextSpec spec;
    std::string align = "right";
    std::string pad = "blank";
    std::string form = "number";
    std::vector<std::string> names; ///< code=name
    bool float32 = false;
    std::vector<std::string> values;
};

std::vector<NameSpec> namesOf(const std::vector<std::string>& pairs)
{
    std::vector<NameSpec> names;
    for (const auto& pair : pairs) {
        const auto at = pair.find('=');
        names.push_back({pair.substr(0, at), pair.substr(at + 1)});
    }
    return names;
}

/// One field; nothing for a word that is no number where one is wanted.
std::optional<std::string> fieldOf(const TextArguments& a, const std::string& word)
{
    if (isOfWords(a.spec.form)) {
        const auto names = namesOf(a.names);
        return formatWords(wordsFor(names, word, a.spec.form), a.spec);
    }
    const auto value =
        word == "nan" ? std::optional(std::numeric_limits<double>::quiet_NaN()) : parseNumber(word);
    if (!value)
        return std::nullopt;
    return formatText(*value, a.spec, a.float32 ? NumberKind::Float32 : NumberKind::Float64);
}

void text(Context& context, TextArguments a)
{
    a.spec.align = a.align == "left" ? Align::Left : Align::Right;
    a.spec.pad = a.pad == "zero" ? Pad::Zero : Pad::Blank;
    a.spec.form = static_cast<TextForm>(
        std::find(textFormWords.begin(), textFormWords.end(), a.form) - textFormWords.begin());
    auto list = json::makeArray();
    std::string lines;
    for (const auto& word : a.values) {
        const auto field = fieldOf(a, word);
        if (!field)
            return context.fail(
                {ErrorCode::InvalidArgument, fmt::format("\"{}\" is no number", word), ""});
        lines += *field + "\n";
        list.items.push_back(json::makeString(*field));
    }
    print(context.json ? json::writeCompact(list) + "\n" : lines);
}

} // namespace

void addText(CLI::App& app, Context& context)
{
    auto a = std::make_shared<TextArguments>();
    auto* command =
        addCommand(app, context, "text", "values as the cells of a field, one field a line");
    a->spec.decimals = 0;
    command
        ->add_option("--decimals", a->spec.decimals,
            "of a number; of a hexadecimal one its least digits; none if none")
        ->check(CLI::Range(0, 9));
    command
        ->add_option(
            "--form", a->form, "number, m:ss, h:mm:ss, h:mm, hexadecimal, name or code and name")
        ->check(
            CLI::IsMember(std::vector<std::string>(textFormWords.begin(), textFormWords.end())));
    command->add_option("--name", a->names, "CODE=NAME, for the form name; may be repeated")
        ->allow_extra_args(false)
        ->check([](const std::string& pair) {
            return pair.find('=') != std::string::npos && pair.front() != '='
                ? std::string()
                : std::string("needs CODE=NAME");
        });
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
