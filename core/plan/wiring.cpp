#include "plan/wiring.h"

#include "instrument/edits.h"
#include "instrument/parts_view.h"

#include <algorithm>
#include <bit>
#include <functional>

#include <fmt/format.h>

namespace fern {

namespace {

/// Something that wants a pin of a board, and how it is given one.
struct Want {
    const Part* board = nullptr;
    PinRole role = PinRole::Digital;
    std::string user;
    std::function<void(Instrument&, const std::string& pin)> give;
};

/// Changes one element of a list in place, in a copy that nobody else holds.
template <class T>
void change(SharedList<T>& list, const std::string& id, const std::function<void(T&)>& edit)
{
    for (auto& element : list)
        if (element->id == id) {
            T copy = *element;
            edit(copy);
            element = std::make_shared<const T>(std::move(copy));
        }
}

bool isOpen(const LineSpec& line)
{
    return line.pin.empty() && line.tied == LineTied::Open;
}

std::vector<Want> wantsOf(const Instrument& in)
{
    std::vector<Want> wants;
    for (const auto& c : in.channels)
        if (c->source.pin.empty())
            wants.push_back({findById(in.parts, c->source.board), PinRole::Analog,
                "channel " + c->name, [id = c->id](Instrument& out, const std::string& pin) {
                    change<Channel>(out.channels, id, [&](Channel& x) { x.source.pin = pin; });
                }});
    for (const auto& part : in.parts) {
        for (std::size_t b = 0; b < part->buses.size(); ++b)
            for (std::size_t i = 0; i < part->buses[b].lines.size(); ++i)
                if (isOpen(part->buses[b].lines[i]))
                    wants.push_back({part.get(), part->buses[b].lines[i].role,
                        fmt::format(
                            "{} of bus {}", part->buses[b].lines[i].name, part->buses[b].id),
                        [id = part->id, b, i](Instrument& out, const std::string& pin) {
                            change<Part>(
                                out.parts, id, [&](Part& p) { p.buses[b].lines[i].pin = pin; });
                        }});
        for (std::size_t i = 0; i < part->lines.size(); ++i)
            if (isOpen(part->lines[i]))
                wants.push_back({boardOf(in, *part), part->lines[i].role,
                    fmt::format("{} of {}", part->lines[i].name, part->id),
                    [id = part->id, i](Instrument& out, const std::string& pin) {
                        change<Part>(out.parts, id, [&](Part& p) { p.lines[i].pin = pin; });
                    }});
    }
    std::erase_if(
        wants, [](const Want& want) { return want.board == nullptr || want.board->pins.empty(); });
    return wants;
}

/// Pins of one board for its wants, by augmenting paths: complete whenever that is possible.
class Matching {
public:
    Matching(std::vector<const PinSpec*> pins, const std::vector<Want>& wants)
        : m_pins(std::move(pins))
        , m_wants(wants)
        , m_taken(m_pins.size(), nobody)
    {
        std::stable_sort(m_pins.begin(), m_pins.end(), [](const PinSpec* a, const PinSpec* b) {
            return std::popcount(a->roles) < std::popcount(b->roles);
        });
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
    const std::vector<Want>& m_wants;
    std::vector<std::size_t> m_taken;
    std::vector<bool> m_seen;
};

std::vector<const PinSpec*> freePins(const Instrument& in, const Part& board)
{
    const auto uses = pinUses(in);
    std::vector<const PinSpec*> pins;
    for (const auto& pin : board.pins)
        if (std::none_of(uses.begin(), uses.end(),
                [&](const PinUse& use) { return use.board == &board && use.pin == pin.name; }))
            pins.push_back(&pin);
    return pins;
}

Result<Instrument> withPins(const Instrument& in)
{
    Instrument out = in;
    const auto all = wantsOf(in);
    for (const auto& board : in.parts) {
        std::vector<Want> wants;
        std::copy_if(all.begin(), all.end(), std::back_inserter(wants),
            [&](const Want& want) { return want.board == board.get(); });
        Matching matching(freePins(in, *board), wants);
        for (std::size_t i = 0; i < wants.size(); ++i)
            if (!matching.place(i))
                return Error{ErrorCode::NotFound,
                    fmt::format("{} has no pin left for {}, which wants {}", board->id,
                        wants[i].user, pinRoleWords[static_cast<std::size_t>(wants[i].role)]),
                    ""};
        for (std::size_t i = 0; i < wants.size(); ++i)
            wants[i].give(out, matching.pinOf(i));
    }
    return out;
}

/// Whether an address is free on a bus for a module that stands before every multiplexer.
bool isAddressFree(const Instrument& in, const Part& mover, std::string_view bus, int address)
{
    return std::none_of(in.parts.begin(), in.parts.end(), [&](const auto& other) {
        return other->id != mover.id && other->port && other->port->bus == bus
            && other->port->address == address
            && !(other->port->isMirrored && mover.port->isMirrored);
    });
}

/// Puts one module on a bus with an address that nobody else has.
Result<Instrument> withPlaceOnBus(const Instrument& in, const Part& part)
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
            if (isAddressFree(in, part, bus, address)) {
                Instrument out = in;
                change<Part>(out.parts, part.id, [&](Part& p) {
                    p.port->bus = bus;
                    p.port->address = address;
                });
                return out;
            }
    return Error{ErrorCode::NotFound,
        fmt::format("{} finds no bus on which {} is free", part.id,
            addresses.empty() ? "an address" : addressText(addresses.front())),
        ""};
}

} // namespace

Result<Instrument> wired(const Instrument& in)
{
    auto out = in;
    for (std::size_t i = 0; i < in.parts.size(); ++i) {
        const auto& part = *out.parts[i];
        const bool isI2c = part.port && (part.port->address != 0 || !part.port->straps.empty());
        if (!isI2c || !part.port->behind.empty())
            continue;
        auto placed = withPlaceOnBus(out, part);
        if (!placed)
            return placed;
        out = *std::move(placed);
    }
    const auto done = withPins(out);
    return done ? accepted(*done) : done;
}

} // namespace fern
