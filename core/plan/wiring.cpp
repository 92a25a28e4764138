#include "plan/wiring.h"

#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "instrument/parts_view.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

namespace fern {

namespace {

/// What wants a pin of this board and has none.
std::vector<PinUse> wantsOf(const Instrument& in, const Part& board)
{
    auto wants = pinLines(in);
    std::erase_if(wants, [&](const PinUse& want) {
        return !want.pin.empty() || want.board != &board || board.pins.empty();
    });
    return wants;
}

/// Pins of one board for its wants, by augmenting paths: complete whenever that is possible.
class Matching {
public:
    Matching(std::vector<const PinSpec*> pins, const std::vector<PinUse>& wants)
        : m_pins(std::move(pins))
        , m_wants(wants)
        , m_taken(m_pins.size(), nobody)
    {
        std::stable_sort(m_pins.begin(), m_pins.end(),
            [this](const PinSpec* a, const PinSpec* b) { return scarcity(*a) < scarcity(*b); });
    }

    /// Finds a pin for a want, moving others where that helps.
    bool place(std::size_t want)
    {
        m_seen.assign(m_pins.size(), false);
        return tryPlace(want);
    }
    const std::string& pinOf(std::size_t want) const
    {
        return m_pins[static_cast<std::size_t>(
                          std::find(m_taken.begin(), m_taken.end(), want) - m_taken.begin())]
            ->name;
    }

private:
    static constexpr std::size_t nobody = static_cast<std::size_t>(-1);

    /// How much is lost with a pin: each role counts the more, the fewer free pins have it.
    double scarcity(const PinSpec& pin) const
    {
        double sum = 0;
        for (std::size_t role = 0; role < pinRoleWords.size(); ++role) {
            const auto bit = bitOf(static_cast<PinRole>(role));
            if ((pin.roles & bit) != 0)
                sum += 1.0
                    / static_cast<double>(std::count_if(m_pins.begin(), m_pins.end(),
                        [bit](const PinSpec* other) { return (other->roles & bit) != 0; }));
        }
        return sum;
    }
    bool tryPlace(std::size_t want)
    {
        for (std::size_t p = 0; p < m_pins.size(); ++p) {
            if (m_seen[p] || (m_pins[p]->roles & bitOf(m_wants[want].role)) == 0)
                continue;
            m_seen[p] = true;
            if (m_taken[p] == nobody || tryPlace(m_taken[p])) {
                m_taken[p] = want;
                return true;
            }
        }
        return false;
    }

    std::vector<const PinSpec*> m_pins;
    const std::vector<PinUse>& m_wants;
    std::vector<std::size_t> m_taken;
    std::vector<bool> m_seen;
};

Result<Instrument> withPins(const Instrument& in)
{
    Instrument out = in;
    const auto uses = pinUses(in);
    for (const auto& board : in.parts) {
        const auto wants = wantsOf(in, *board);
        Matching matching(freePins(uses, *board), wants);
        for (std::size_t i = 0; i < wants.size(); ++i)
            if (!matching.place(i))
                return Error{ErrorCode::NotFound,
                    fmt::format("{} has no pin left for {}, which wants {}", partName(*board),
                        wants[i].words, pinRoleWords[static_cast<std::size_t>(wants[i].role)]),
                    ""};
        for (std::size_t i = 0; i < wants.size(); ++i)
            setPin(out, wants[i].user(), matching.pinOf(i));
    }
    return out;
}

/// Whether a module that stands before every multiplexer may have an address. Those that are
/// `placed` keep theirs; its own it keeps before the others, another one must be free of everybody.
bool mayHave(const Instrument& in, const std::set<std::string>& placed, const Part& mover,
    const std::string& bus, int address)
{
    if (mover.port->bus != bus || mover.port->address != address)
        return isAddressFree(in, mover, bus, address);
    Instrument before;
    std::copy_if(in.parts.begin(), in.parts.end(), std::back_inserter(before.parts),
        [&](const auto& other) { return placed.contains(other->id); });
    return isAddressFree(before, mover, bus, address);
}

/// Puts one module on a bus with an address that nobody else has.
Result<Instrument> withPlaceOnBus(
    const Instrument& in, const std::set<std::string>& placed, const Part& part)
{
    std::vector<std::string> buses;
    if (part.port->bus.empty()) {
        for (const auto& view : busViews(in))
            if (view.bus->kind == BusKind::I2c)
                buses.push_back(view.bus->id);
    } else {
        buses.push_back(part.port->bus);
    }
    std::vector<int> addresses;
    if (part.port->address != 0)
        addresses.push_back(part.port->address);
    addresses.insert(addresses.end(), part.port->straps.begin(), part.port->straps.end());
    for (const auto& bus : buses)
        for (const int address : addresses)
            if (mayHave(in, placed, part, bus, address)) {
                Instrument out = in;
                setPlace(out, part.id, bus, address);
                return out;
            }
    return Error{ErrorCode::NotFound,
        fmt::format("{} finds no bus on which {} is free", partName(part),
            addresses.empty() ? "an address" : addressText(addresses.front())),
        ""};
}

/// The I²C modules that stand before every multiplexer: who has the fewest addresses to choose from
/// comes first, then the order of the file.
std::vector<std::string> inOrderOfChoice(const Instrument& in)
{
    std::vector<const Part*> modules;
    for (const auto& part : in.parts)
        if (fitsBus(*part, BusKind::I2c) && part->port->behind.empty())
            modules.push_back(part.get());
    std::stable_sort(modules.begin(), modules.end(), [](const Part* a, const Part* b) {
        return std::max<std::size_t>(a->port->straps.size(), 1)
            < std::max<std::size_t>(b->port->straps.size(), 1);
    });
    std::vector<std::string> ids;
    ids.reserve(modules.size());
    for (const auto* module : modules)
        ids.push_back(module->id);
    return ids;
}

} // namespace

Result<Instrument> wired(const Instrument& in)
{
    auto out = in;
    std::set<std::string> placed;
    for (const auto& id : inOrderOfChoice(in)) {
        auto done = withPlaceOnBus(out, placed, *findById(out.parts, id));
        if (!done)
            return done;
        out = *std::move(done);
        placed.insert(id);
    }
    const auto done = withPins(out);
    return done ? accepted(*done) : done;
}

Result<Instrument> withBuiltIn(
    const Instrument& in, std::string_view boardId, const std::vector<Part>& parts)
{
    Result<Instrument> out = in;
    for (auto part : parts) {
        const auto* board = findById(out->parts, boardId);
        part.builtInto = boardId;
        const auto bus = std::find_if(board->buses.begin(), board->buses.end(),
            [&](const BusSpec& b) { return fitsBus(part, b.kind); });
        if (part.port && bus != board->buses.end())
            part.port->bus = bus->id;
        out = withPartAdded(*out, std::move(part));
        if (!out)
            return out;
    }
    return out;
}

Result<Instrument> withPartWired(const Instrument& in, const Part& part)
{
    auto added = withPartAdded(in, part);
    if (!added)
        return added;
    if (auto done = wired(*added))
        return done;
    const auto& fresh = *added->parts.back();
    if (fresh.port && fresh.port->bus.empty())
        for (const auto& view : busViews(*added))
            if (fitsBus(fresh, view.bus->kind))
                return withPartOnBus(*added, fresh.id, view.bus->id);
    return added;
}

std::size_t openLineCount(const Instrument& in)
{
    const auto lines = pinLines(in);
    return static_cast<std::size_t>(std::count_if(lines.begin(), lines.end(),
        [](const PinUse& line) { return line.pin.empty() && line.board != nullptr; }));
}

} // namespace fern
