#include "cli/cli.h"

#include "io/files.h"
#include "io/recordings.h"
#include "run/import_proposal.h"

#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct ImportArguments {
    std::string instrument, log, out;
    std::string channel; ///< for a log with one column
    double every = 0;
};

void import(Context& context, const ImportArguments& a)
{
    const auto plain = loadPlain(a.instrument, "");
    if (!plain)
        return context.fail(plain.error());
    const auto channel = a.channel.empty() ? 0 : indexOf(plain->channels, a.channel);
    if (!a.channel.empty() && channel == plain->channels.size())
        return context.fail(
            {ErrorCode::NotFound, fmt::format("there is no channel \"{}\"", a.channel), ""});
    if (io::isSameFile(a.instrument, a.out))
        return context.fail({ErrorCode::InvalidArgument,
            "the recording would replace the instrument: choose another name", a.out});
    const auto look = io::lookAtLogFile(a.log);
    if (!look)
        return context.fail(look.error());
    auto plan = proposeImport(*look, *plain, channel);
    plan.time.everySeconds = a.every;
    if (const auto checked = checkImport(plan, *plain); !checked)
        return context.fail({ErrorCode::Malformed, checked.error().message, a.log});
    const auto report =
        io::importLog(a.log, *look, plan, a.out, [](double /*share*/) { return true; });
    if (!report)
        return context.fail(report.error());
    std::string lines;
    const auto listed = [&](const std::vector<std::string>& texts, const char* head) {
        auto list = json::makeArray();
        for (const auto& text : texts) {
            list.items.push_back(json::makeString(text));
            lines += head + text + "\n";
        }
        return list;
    };
    const auto faults = listed(report->faults, "left out: ");
    const auto notes = listed(report->notes, "note: ");
    if (context.json)
        return print(json::writeCompact(object({
                         {"rows", json::makeNumber(static_cast<double>(report->rows))},
                         {"seconds", json::makeNumber(report->seconds)},
                         {"leftOut", json::makeNumber(static_cast<double>(report->faultCount))},
                         {"faults", faults},
                         {"notes", notes},
                     }))
            + "\n");
    print(fmt::format("{} rows, {} left out\n", report->rows, report->faultCount) + lines);
}

} // namespace

void addImport(CLI::App& app, Context& context)
{
    auto a = std::make_shared<ImportArguments>();
    auto* command = addCommand(
        app, context, "import", "turn a log, CSV or receiver sentences, into a recording");
    command->add_option("FILE", a->instrument, "the instrument whose channels the columns name")
        ->required();
    command->add_option("LOG", a->log)->required();
    command->add_option("OUT", a->out, "the recording that is written")->required();
    command->add_option("--channel", a->channel, "where the only column of numbers goes");
    command->add_option("--every", a->every, "seconds between two rows of a log without times")
        ->check(CLI::PositiveNumber);
    command->callback([&context, a] { import(context, *a); });
}

} // namespace fern::cli
