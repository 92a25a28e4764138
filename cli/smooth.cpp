#include "cli/cli.h"

#include "io/files.h"
#include "io/recordings.h"
#include "signal/csv.h"
#include "smooth/chain.h"
#include "smooth/step_text.h"

#include <memory>

namespace fern::cli {

namespace {

struct SmoothArguments {
    std::vector<std::string> steps;
    std::string in, out;
};

void smooth(Context& context, const SmoothArguments& a)
{
    std::vector<StepSpec> steps;
    for (const auto& text : a.steps) {
        auto step = parseStep(text);
        if (!step)
            return context.fail(step.error());
        steps.push_back(*std::move(step));
    }
    const auto recording = io::loadRecording(a.in);
    if (!recording)
        return context.fail(recording.error());
    auto capture = recording->front();
    std::vector<double> seconds(capture.at.size());
    for (std::size_t i = 1; i < seconds.size(); ++i)
        seconds[i] = inSeconds(capture.at[i] - capture.at[i - 1]);
    Chain(steps, NumberKind::Float64).run(seconds, capture.values);
    std::string csv = "t_s,value\n";
    for (std::size_t i = 0; i < seconds.size(); ++i)
        csv += csvNumber(inSeconds(capture.at[i])) + "," + csvNumber(capture.values[i]) + "\n";
    if (const auto written = io::writeFileAtomically(a.out, csv); !written)
        return context.fail(written.error());
    if (context.json)
        print(json::writeCompact(
                  object({{"rows", json::makeNumber(static_cast<double>(seconds.size()))}}))
            + "\n");
}

} // namespace

void addSmooth(CLI::App& app, Context& context)
{
    auto a = std::make_shared<SmoothArguments>();
    auto* command = addCommand(app, context, "smooth", "smooth a t_s,value table");
    command->add_option("--step", a->steps, "such as \"median 5\"; may be given several times")
        ->required()
        ->expected(1)
        ->take_all();
    command->add_option("IN", a->in)->required();
    command->add_option("OUT", a->out)->required();
    command->callback([&context, a] { smooth(context, *a); });
}

} // namespace fern::cli
