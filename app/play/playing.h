#pragma once
// What can drive the instrument; one of these does.

#include "run/stand_in.h"
#include "signal/tap.h"

#include <QString>

#include <optional>
#include <string>
#include <variant>

namespace fern::app {

struct PlayedScenario {
    std::string id; ///< empty: the first
};
struct PlayedCapture {
    std::string id;
    std::optional<Tap> tap{}; ///< none for the nearest to the world
};
/// A recording in any file.
struct PlayedRecording {
    QString path; ///< empty: asked for
};
/// Inside this program, without a port between.
struct PlayedStandIn {
    StandInKind kind = StandInKind::Board;
};
/// The whole board, behind a server of this program.
struct PlayedFeedStandIn { };
struct PlayedComputer { };
struct PlayedPort {
    QString setting; ///< path and speed in baud; empty: asked for
};
struct PlayedFeed {
    QString setting; ///< address and the seconds between two questions; empty: asked for
};

using Playing = std::variant<PlayedScenario, PlayedCapture, PlayedRecording, PlayedStandIn,
    PlayedFeedStandIn, PlayedComputer, PlayedPort, PlayedFeed>;

struct PlayChoice {
    QString words;
    Playing playing;
};

/// Whether it is heard as it comes, in the time of the wall.
bool isLive(const Playing& playing);
/// Whether both stand for the same choice; what was asked for does not count.
bool isSameChoice(const Playing& a, const Playing& b);
/// What a word of the command line names: a stand-in, "this computer", "stand-in feed", a feed's
/// address or a port's path, with seconds or speed behind a blank.
Playing liveNamed(const QString& word);

} // namespace fern::app
