#include "cli/run_output.h"

#include "io/recordings.h"

#include <memory>

namespace fern::cli {

void addReplay(CLI::App& app, Context& context)
{
    struct Arguments {
        std::string path, recording;
        RunOutputs outputs;
    };
    auto a = std::make_shared<Arguments>();
    auto* command = addCommand(app, context, "replay", "play a recording through the instrument");
    command->add_option("FILE", a->path)->required();
    command->add_option("CAPTURE", a->recording, "CSV with t_s and channel.tap columns")
        ->required();
    addRunOutputs(*command, a->outputs);
    command->callback([&context, a] {
        const auto plain = loadPlain(a->path, "");
        if (!plain)
            return context.fail(plain.error());
        auto captures = io::loadRecording(a->recording);
        if (!captures)
            return context.fail(captures.error());
        auto recordings = recordingsFor(*plain, *std::move(captures));
        if (!recordings)
            return context.fail({ErrorCode::Malformed, recordings.error().message, a->recording});
        // One second past the end, so that the last sample reaches the glass.
        const double seconds = lastInstantSeconds(*plain, *recordings) + 1;
        runAndReport(context, *plain, *std::move(recordings), seconds, a->outputs);
    });
}

} // namespace fern::cli
