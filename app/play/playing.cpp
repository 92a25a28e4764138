#include "app/play/playing.h"

#include "io/http_feed.h"

#include <algorithm>

namespace fern::app {

bool isLive(const Playing& playing)
{
    return !std::holds_alternative<PlayedScenario>(playing)
        && !std::holds_alternative<PlayedCapture>(playing)
        && !std::holds_alternative<PlayedRecording>(playing);
}

bool isSameChoice(const Playing& a, const Playing& b)
{
    if (a.index() != b.index())
        return false;
    if (const auto* scenario = std::get_if<PlayedScenario>(&a))
        return scenario->id == std::get<PlayedScenario>(b).id;
    if (const auto* capture = std::get_if<PlayedCapture>(&a))
        return capture->id == std::get<PlayedCapture>(b).id;
    if (const auto* standIn = std::get_if<PlayedStandIn>(&a))
        return standIn->kind == std::get<PlayedStandIn>(b).kind;
    return true;
}

Playing liveNamed(const QString& word)
{
    const auto found = std::find(standInWords.begin(), standInWords.end(), word.toStdString());
    if (found != standInWords.end())
        return PlayedStandIn{static_cast<StandInKind>(found - standInWords.begin())};
    if (word == QStringLiteral("stand-in feed"))
        return PlayedFeedStandIn{};
    if (word == QStringLiteral("this computer"))
        return PlayedComputer{};
    if (io::isFeedAddress(word.section(QLatin1Char(' '), 0, 0).toStdString()))
        return PlayedFeed{word};
    return PlayedPort{word};
}

} // namespace fern::app
