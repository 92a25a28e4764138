#include "cli/cli.h"

#include "io/files.h"

#include <cstdio>
#include <memory>

#include <fmt/format.h>

namespace fern::cli {

void Context::fail(const Error& error)
{
    fmt::print(stderr, "fern-tick-cli: {}\n", describe(error));
    exitCode = error.code == ErrorCode::InvalidArgument ? BadCommandLine : InputUnusable;
}

CLI::App* addCommand(
    CLI::App& app, Context& context, const std::string& name, const std::string& help)
{
    auto* command = app.add_subcommand(name, help);
    command->add_flag("--json", context.json, "one JSON value on stdout");
    return command;
}

Result<Loaded> load(const std::string& path, const std::string& scenario)
{
    auto instrument = io::loadInstrument(path);
    if (!instrument)
        return instrument.error();
    auto plain = resolve(*instrument, scenario);
    if (!plain)
        return plain.error();
    return Loaded{*std::move(instrument), *std::move(plain)};
}

Result<PlainInstrument> loadPlain(const std::string& path, const std::string& scenario)
{
    auto loaded = load(path, scenario);
    if (!loaded)
        return loaded.error();
    return (*std::move(loaded)).plain;
}

void print(const std::string& text)
{
    std::fwrite(text.data(), 1, text.size(), stdout);
}

json::Node object(std::vector<json::Member> members)
{
    auto node = json::makeObject();
    node.members = std::move(members);
    return node;
}

namespace {

/// As CSV, or with --json as an array of objects.
std::string tableText(const Context& context, const TextTable& table)
{
    if (!context.json)
        return csvOf(table);
    auto rows = json::makeArray();
    for (const auto& row : table.rows) {
        std::vector<json::Member> members;
        for (std::size_t i = 0; i < row.size(); ++i)
            members.push_back({table.header[i], json::makeString(row[i])});
        rows.items.push_back(object(std::move(members)));
    }
    return json::writeCompact(rows) + "\n";
}

} // namespace

void addTable(CLI::App& app, Context& context, const std::string& name, const std::string& help,
    TextTable (*table)(const Instrument&))
{
    auto path = std::make_shared<std::string>();
    auto* command = addCommand(app, context, name, help);
    command->add_option("FILE", *path)->required();
    command->callback([&context, path, table] {
        const auto instrument = io::loadInstrument(*path);
        if (!instrument)
            return context.fail(instrument.error());
        print(tableText(context, table(*instrument)));
    });
}

int runCommandLine(int argc, char** argv)
{
    Context context;
    CLI::App app(
        "Fern Tick on the command line: checks, converts, simulates and draws instruments.",
        "fern-tick-cli");
    app.require_subcommand(1);
    addCheck(app, context);
    addFormat(app, context);
    addConvert(app, context);
    addText(app, context);
    addSmooth(app, context);
    addRun(app, context);
    addReplay(app, context);
    addGlass(app, context);
    addPicture(app, context);
    addStem(app, context);
    addPlan(app, context);
    addParts(app, context);
    addWiring(app, context);
    addComputer(app, context);
    addFeed(app, context);
    addImport(app, context);
    addStatistics(app, context);
    addFit(app, context);
    addDiagnose(app, context);
    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp& help) {
        return app.exit(help);
    } catch (const CLI::CallForAllHelp& help) {
        return app.exit(help);
    } catch (const CLI::ParseError& error) {
        fmt::print(stderr, "fern-tick-cli: {}; see fern-tick-cli --help\n", error.what());
        return BadCommandLine;
    }
    // A long text fails while it is written, a short one when it is flushed.
    const bool isLost = std::fflush(stdout) != 0 || std::ferror(stdout) != 0;
    if (isLost && context.exitCode == Done) {
        context.fail({ErrorCode::CannotWrite, "the output cannot be written", ""});
    }
    return context.exitCode;
}

} // namespace fern::cli
