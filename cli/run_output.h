#pragma once
// What `run` and `replay` have in common: drive a run, write its files, print its summary.

#include "cli/cli.h"
#include "run/firmware_run.h"

namespace fern::cli {

struct RunOutputs {
    std::string trace; ///< CSV, or empty
    std::string vcd; ///< VCD, or empty
    std::string png; ///< the glass at the end, or empty
    std::string display; ///< whose glass; empty for the first
    int zoom = 4;
};

/// Adds the options --trace, --vcd, --png, --display and --zoom.
void addRunOutputs(CLI::App& command, RunOutputs& outputs);

/// Runs for `seconds`, writes the outputs and prints simulatedSeconds, redraws, pulses,
/// lastFrameHash.
void runAndReport(Context& context, const PlainInstrument& instrument, Recordings recordings,
    double seconds, const RunOutputs& outputs);

} // namespace fern::cli
