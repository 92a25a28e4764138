#include "io/stand_in_link.h"

#include <chrono>

namespace fern::io {

namespace {

/// What it would have sent is made when somebody asks.
class StandInLink : public Link {
public:
    StandInLink(std::unique_ptr<StandIn> standIn, std::string name)
        : m_standIn(std::move(standIn))
        , m_report{LinkState::Open, std::move(name), 0, 1}
    {
    }
    Ticks now() const override
    {
        return Ticks{std::chrono::duration_cast<std::chrono::nanoseconds>(
            std::chrono::steady_clock::now() - m_start)
                         .count()};
    }
    std::vector<LiveChunk> take() override
    {
        std::vector<LiveChunk> chunks;
        for (auto& sent : m_standIn->until(now()))
            chunks.push_back({sent.at, std::move(sent.bytes)});
        return chunks;
    }
    LinkReport report() const override { return m_report; }

private:
    std::unique_ptr<StandIn> m_standIn;
    LinkReport m_report;
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
};

} // namespace

std::unique_ptr<Link> listenTo(std::unique_ptr<StandIn> standIn, const std::string& name)
{
    return std::make_unique<StandInLink>(std::move(standIn), name);
}

} // namespace fern::io
