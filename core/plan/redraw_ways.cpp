#include "plan/redraw_ways.h"

#include "judge/blanking.h"
#include "plan/usual_redraw.h"
#include "run/display_run.h"

namespace fern {

std::vector<RedrawWay> redrawWays(const PlainInstrument& in, const PlainDisplay& display)
{
    std::vector<RedrawWay> ways;
    if (display.pages.empty())
        return ways;
    const auto own = display.firmware->strategy();
    auto tried = display;
    for (const auto strategy : strategiesOf(display.firmware->setup().part)) {
        auto setup = display.firmware->setup();
        setup.driver.strategy = strategy;
        tried.firmware = std::make_shared<const DisplayFirmware>(setup);
        tried.most = std::make_shared<const DriverSteps>(tried.firmware->most());
        const auto usual = usualRedraw(in, tried, *tried.firmware);
        const auto most = redrawCost(in, tried, tried.busHertz);
        ways.push_back({strategy, std::string(strategyWords(setup.part, strategy)),
            static_cast<int>(byteCount(usual)), most.busBytes,
            sendSeconds(tried, usual, tried.busHertz), most.transfer, darkSeconds(tried), most.draw,
            strategy == own});
    }
    return ways;
}

} // namespace fern
