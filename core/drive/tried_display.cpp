#include "drive/tried_display.h"

#include "glass/parts/make_part.h"

#include <algorithm>
#include <utility>

namespace fern {

TriedDisplay::TriedDisplay(DriverSetup setup)
    : m_firmware(std::move(setup))
    , m_part(makeGlassPart(m_firmware.setup().part, m_firmware.setup().address))
{
    m_part->powerOn();
    for (const auto& step : m_firmware.begin())
        hear(step);
}

DriverSteps TriedDisplay::redraw(const Page& page, const std::string& text)
{
    return redraw(page, sampleContent(page, [&](std::size_t) { return text; }));
}

DriverSteps TriedDisplay::redraw(const Page& page, const PageContent& content)
{
    if (!m_firmware.setup().has(DriverMistake::NotWaited))
        m_now = std::max(m_now, m_part->busyUntil());
    auto drawn = m_firmware.drawn(m_memory, page, content);
    DriverSteps steps;
    if (m_page != page)
        steps = m_firmware.prepare(page);
    m_page = page;
    const auto redrawn = m_firmware.redraw(m_memory, drawn);
    steps.insert(steps.end(), redrawn.begin(), redrawn.end());
    m_memory = std::move(drawn);
    for (const auto& step : steps)
        hear(step);
    return steps;
}

/// A byte each 100 µs: slower than any controller needs.
void TriedDisplay::hear(const DriverStep& step)
{
    auto transfer = step.transfer;
    transfer.perByte = ticksFromSeconds(100e-6);
    m_now = m_now + transfer.perByte * std::ssize(transfer.bytes);
    m_part->take(transfer, m_now);
    m_now = m_now + ticksFromSeconds(step.waits);
}

GlassPicture TriedDisplay::seen() const
{
    return m_part->seen(std::max(m_now, m_part->busyUntil()));
}

} // namespace fern
