#include "instrument/upgrade.h"

#include "instrument/device_edits.h"
#include "world/device_spec.h"
#include "world/spec.h"

#include <algorithm>
#include <array>
#include <iterator>
#include <map>
#include <optional>
#include <string>

namespace fern {

namespace {

json::Node* findIn(json::Node& object, std::string_view key)
{
    for (auto& member : object.members)
        if (member.key == key)
            return &member.value;
    return nullptr;
}

/// Takes a member out of an object.
std::optional<json::Node> cut(json::Node& object, std::string_view key)
{
    const auto found = std::find_if(object.members.begin(), object.members.end(),
        [&](const json::Member& member) { return member.key == key; });
    if (found == object.members.end())
        return std::nullopt;
    auto value = std::move(found->value);
    object.members.erase(found);
    return value;
}

/// Moves a member of one object to another, where it may get another name.
void move(json::Node& from, std::string_view key, json::Node& to, std::string_view name)
{
    if (auto value = cut(from, key))
        to.add(std::string(name), *std::move(value));
}
void move(json::Node& from, std::string_view key, json::Node& to)
{
    move(from, key, to, key);
}

/// The keys of a group of a source that a device has now.
struct Group {
    std::string_view in; ///< of the source
    std::string_view to; ///< of the device; empty: the keys stand in the device itself
    std::vector<std::string_view> keys;
};
Group groupOf(DeviceKind kind)
{
    switch (kind) {
    case DeviceKind::Remote:
        return {"keyCodes", "", {"repeatEvery"}};
    case DeviceKind::Receiver:
        return {"receiver", "fix", {"coldStart", "scatter"}};
    case DeviceKind::Lines:
        return {"lines", "lines", {"form", "separator"}};
    case DeviceKind::Radio:
        return {"node", "radio", {"slot", "reply", "tries"}};
    case DeviceKind::Scanner:
    case DeviceKind::Computer:
        break;
    }
    return {};
}

std::optional<SourceKind> toldKindOf(const json::Node& source)
{
    const auto* kind = json::find(source, "kind");
    const auto found = kind == nullptr
        ? sourceKindWords.end()
        : std::find(sourceKindWords.begin(), sourceKindWords.end(), std::string_view(kind->text));
    const auto told = static_cast<SourceKind>(found - sourceKindWords.begin());
    return found != sourceKindWords.end() && isTold(told) ? std::optional(told) : std::nullopt;
}

/// Takes out of a source what its device has now: everything but the device's id and name.
json::Node cutDevice(json::Node& source, DeviceKind kind)
{
    auto device = json::makeObject();
    device.offset = source.offset;
    device.add(
        "kind", json::makeString(std::string(deviceKindWords[static_cast<std::size_t>(kind)])));
    move(source, "board", device);
    move(source, "pin", device);
    move(source, "sampleEvery", device, "every");
    move(source, "serial", device);
    const auto group = groupOf(kind);
    auto* from = findIn(source, group.in);
    if (from == nullptr || from->kind != json::Kind::Object)
        return device;
    auto to = json::makeObject();
    to.offset = from->offset;
    for (const auto key : group.keys)
        move(*from, key, group.to.empty() ? device : to);
    if (!group.to.empty())
        device.add(std::string(group.to), std::move(to));
    return device;
}

bool isOfSpeech(const json::Node& fault)
{
    const auto* kind = json::find(fault, "kind");
    const auto found = kind == nullptr
        ? faultKindWords.end()
        : std::find(faultKindWords.begin(), faultKindWords.end(), std::string_view(kind->text));
    return found != faultKindWords.end()
        && isOfSpeech(static_cast<FaultKind>(found - faultKindWords.begin()));
}

/// Faults of what a device says are faults of the device.
void moveFaults(json::Node& root, const std::map<std::string, std::string>& deviceOf)
{
    auto* scenarios = findIn(root, "scenarios");
    if (scenarios == nullptr)
        return;
    for (auto& scenario : scenarios->items)
        if (auto* faults = findIn(scenario, "faults"))
            for (auto& fault : faults->items)
                for (auto& member : fault.members)
                    if (member.key == "channel" && isOfSpeech(fault)
                        && deviceOf.contains(member.value.text)) {
                        member.key = "device";
                        member.value.text = deviceOf.at(member.value.text);
                    }
}

/// Sources that devices tell stand apart from version 2 on.
void setDevicesApart(json::Node& root)
{
    auto* channels = findIn(root, "channels");
    if (channels == nullptr)
        return;
    struct Made {
        json::Node what; ///< without its name
        std::string id;
    };
    std::vector<Made> made;
    auto devices = json::makeArray();
    std::map<std::string, std::string> deviceOf; ///< of told channels
    for (auto& channel : channels->items) {
        const auto* id = json::find(channel, "id");
        auto* source = findIn(channel, "source");
        const auto told = id == nullptr || source == nullptr ? std::nullopt : toldKindOf(*source);
        if (!told)
            continue;
        const auto kind = deviceKindOf(*told);
        auto what = cutDevice(*source, kind);
        auto found = std::find_if(
            made.begin(), made.end(), [&](const Made& other) { return other.what == what; });
        if (found == made.end()) {
            found = made.insert(made.end(), {what, id->text});
            auto device = json::makeObject();
            device.offset = what.offset;
            device.add("id", *id);
            device.add("name", json::makeString(std::string(usualName(kind))));
            std::move(what.members.begin(), what.members.end(), std::back_inserter(device.members));
            devices.items.push_back(std::move(device));
        }
        if (kind != DeviceKind::Radio) // its stations have faults of their own
            deviceOf[id->text] = found->id;
        source->members.insert(
            source->members.begin() + 1, json::Member{"device", json::makeString(found->id)});
    }
    moveFaults(root, deviceOf);
    const auto parts = std::find_if(root.members.begin(), root.members.end(),
        [](const json::Member& member) { return member.key == "parts"; });
    root.members.insert(parts == root.members.end() ? parts : parts + 1,
        json::Member{"devices", std::move(devices)});
}

double numberIn(const json::Node& object, std::string_view key)
{
    const auto* value = json::find(object, key);
    return value != nullptr && value->kind == json::Kind::Number ? value->number : 0;
}

std::string textIn(const json::Node& object, std::string_view key)
{
    const auto* value = json::find(object, key);
    return value != nullptr ? value->text : std::string();
}

/// Whether a part hangs on a bus that is an SPI one.
bool isOnSpi(const json::Node& parts, const json::Node& part)
{
    const auto* port = json::find(part, "port");
    const auto id = port == nullptr ? std::string() : textIn(*port, "bus");
    for (const auto& other : parts.items)
        if (const auto* buses = json::find(other, "buses"))
            for (const auto& bus : buses->items)
                if (!id.empty() && textIn(bus, "id") == id)
                    return textIn(bus, "kind") == "spi";
    return false;
}

/// What a display of version 2, which was always a panel of mono pixels, is now. No such panel is
/// larger than its controller's memory: what was is taken for a panel of colours.
json::Node displayOf(json::Node& part, bool isSpi)
{
    constexpr double mostColumns = 132, mostRows = 64, usualColumns = 128;
    auto display = json::makeObject();
    display.offset = part.offset;
    const double width = numberIn(part, "width");
    const double height = numberIn(part, "height");
    const bool isMono = width <= mostColumns && height <= mostRows;
    const auto add = [&](std::string_view key, double number) {
        display.add(std::string(key), json::makeNumber(number));
    };
    display.add("kind", json::makeString(isMono ? "mono OLED" : "colour panel"));
    move(part, "width", display, "columns");
    move(part, "height", display, "rows");
    if (!isMono) { // held as its memory is
        add("memoryColumns", width);
        add("memoryRows", height);
    } else if (width > usualColumns) {
        add("memoryColumns", mostColumns);
    } else if (width <= usualColumns / 2) {
        add("firstSegment", std::min(usualColumns / 4, usualColumns - width));
    } else if (height <= mostRows / 2) {
        display.add("sequentialRows", json::makeBoolean(true));
    }
    display.add("interface", json::makeString(isSpi || !isMono ? "spi" : "i2c"));
    move(part, "pixelPitch", display, "pitch");
    move(part, "panelResponse", display, "response");
    return display;
}

/// What is true of a display, and what its firmware believes, stand apart from version 3 on.
void setDisplaysApart(json::Node& root)
{
    if (auto* parts = findIn(root, "parts"))
        for (auto& part : parts->items)
            if (textIn(part, "kind") == "display") {
                auto display = displayOf(part, isOnSpi(*parts, part));
                part.add("display", std::move(display));
            }
    if (auto* displays = findIn(root, "displays"))
        for (auto& display : displays->items) {
            auto driver = json::makeObject();
            driver.offset = display.offset;
            for (const auto* key : {"strategy", "bufferBytes", "setTo"})
                move(display, key, driver);
            display.add("driver", std::move(driver));
        }
}

} // namespace

json::Node upgraded(json::Node root)
{
    using Step = void (*)(json::Node&);
    constexpr std::array<Step, 2> steps{setDevicesApart, setDisplaysApart}; // from version 1 on
    auto* version = findIn(root, "version");
    if (version == nullptr || version->kind != json::Kind::Number)
        return root;
    for (std::size_t i = 0; i < steps.size(); ++i)
        if (version->number == static_cast<double>(i) + 1) {
            steps[i](root);
            version = findIn(root, "version");
            version->number = static_cast<double>(i) + 2;
            version->text = std::to_string(i + 2);
        }
    return root;
}

} // namespace fern
