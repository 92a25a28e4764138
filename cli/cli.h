#pragma once
// The command line. Each command adds itself to the parser and leaves its exit code in the context.

#include "base/json.h"
#include "base/result.h"
#include "instrument/resolve.h"
#include "signal/csv.h"

#include <CLI/CLI.hpp>

#include <string>
#include <utility>
#include <vector>

namespace fern::cli {

enum ExitCode { Done = 0, HasCheck = 1, HasStop = 2, InputUnusable = 3, BadCommandLine = 4 };

struct Context {
    bool json = false; ///< --json: one JSON value on stdout and nothing else
    int exitCode = Done;

    /// Writes one line to stderr and sets the exit code.
    void fail(const Error& error);
};

/// Runs the program; returns its exit code.
int runCommandLine(int argc, char** argv);

/// Adds a subcommand with the --json option.
CLI::App* addCommand(
    CLI::App& app, Context& context, const std::string& name, const std::string& help);

void addCheck(CLI::App& app, Context& context);
void addFormat(CLI::App& app, Context& context);
void addConvert(CLI::App& app, Context& context);
void addText(CLI::App& app, Context& context);
void addSmooth(CLI::App& app, Context& context);
void addRun(CLI::App& app, Context& context);
void addReplay(CLI::App& app, Context& context);
void addGlass(CLI::App& app, Context& context);
void addPicture(CLI::App& app, Context& context);
void addStem(CLI::App& app, Context& context);
void addPlan(CLI::App& app, Context& context);
/// Adds a command that prints a table of an instrument file.
void addTable(CLI::App& app, Context& context, const std::string& name, const std::string& help,
    TextTable (*table)(const Instrument&));

void addParts(CLI::App& app, Context& context);
void addWiring(CLI::App& app, Context& context);
void addComputer(CLI::App& app, Context& context);
void addFeed(CLI::App& app, Context& context);
void addImport(CLI::App& app, Context& context);
void addStatistics(CLI::App& app, Context& context);
void addFit(CLI::App& app, Context& context);
void addDiagnose(CLI::App& app, Context& context);

/// An instrument as its file says it, and in plain numbers.
struct Loaded {
    Instrument instrument;
    PlainInstrument plain;
};

/// Reads an instrument file and resolves it under a scenario.
Result<Loaded> load(const std::string& path, const std::string& scenario);
Result<PlainInstrument> loadPlain(const std::string& path, const std::string& scenario);

/// Writes text to stdout.
void print(const std::string& text);

/// Returns a JSON object of the given members.
json::Node object(std::vector<json::Member> members);

} // namespace fern::cli
