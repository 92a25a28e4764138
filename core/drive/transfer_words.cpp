#include "drive/transfer_words.h"

#include "base/quantity_text.h"
#include "base/utf8.h"
#include "glass/character_rom.h"
#include "glass/parts/segment_shapes.h"

#include <algorithm>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

using Bytes = std::span<const std::uint8_t>;

/// A command with what it says; `mask` tells which of its bits name it.
struct CommandWords {
    unsigned mask, value;
    int parameters;
    std::string_view words; ///< {} stands for the bits that are left, or for each parameter
};

constexpr auto oledCommands = std::to_array<CommandWords>({{0xFF, 0x81, 1, "contrast {}"},
    {0xFF, 0xA8, 1, "last row {}"}, {0xFF, 0xD3, 1, "rows offset by {}"},
    {0xFF, 0xD5, 1, "clock {}"}, {0xFF, 0xD9, 1, "precharge {}"}, {0xFF, 0xDB, 1, "level {}"},
    {0xFF, 0xDA, 1, "wiring of the rows {}"}, {0xFF, 0x8D, 1, "charge pump {}"},
    {0xFF, 0xAD, 1, "converter {}"}, {0xFF, 0x20, 1, "pointer mode {}"},
    {0xFF, 0x21, 2, "columns {} to {}"}, {0xFF, 0x22, 2, "pages {} to {}"},
    {0xFF, 0xA0, 0, "columns from the left"}, {0xFF, 0xA1, 0, "columns from the right"},
    {0xFF, 0xA4, 0, "show the memory"}, {0xFF, 0xA5, 0, "all lit"}, {0xFF, 0xA6, 0, "not inverted"},
    {0xFF, 0xA7, 0, "inverted"}, {0xFF, 0xAE, 0, "off"}, {0xFF, 0xAF, 0, "on"},
    {0xF8, 0xB0, 0, "page {}"}, {0xF8, 0xC0, 0, "rows upwards"}, {0xF8, 0xC8, 0, "rows downwards"},
    {0xF0, 0x00, 0, "column, low half {}"}, {0xF0, 0x10, 0, "column, high half {}"},
    {0xC0, 0x40, 0, "first row {}"}});

constexpr auto lcdCommands = std::to_array<CommandWords>(
    {{0x80, 0x80, 0, "column {}"}, {0xF8, 0x40, 0, "bank {}"}, {0xFF, 0x0C, 0, "normal"},
        {0xFF, 0x0D, 0, "inverted"}, {0xFF, 0x08, 0, "blank"}, {0xFF, 0x09, 0, "all dark"},
        {0xFF, 0x20, 0, "usual commands"}, {0xFF, 0x21, 0, "commands of the voltage"}});
/// Those of the voltage; the last two are common to both.
constexpr auto lcdVoltageCommands = std::to_array<CommandWords>(
    {{0x80, 0x80, 0, "voltage {}"}, {0xF8, 0x10, 0, "bias {}"}, {0xFC, 0x04, 0, "temperature {}"},
        {0xFF, 0x20, 0, "usual commands"}, {0xFF, 0x21, 0, "commands of the voltage"}});

constexpr auto cellCommands =
    std::to_array<CommandWords>({{0xFF, 0x01, 0, "clear"}, {0xFE, 0x02, 0, "home"},
        {0xFC, 0x04, 0, "entry mode {}"}, {0xF8, 0x08, 0, "display and cursor {}"},
        {0xF0, 0x10, 0, "shift {}"}, {0xE0, 0x20, 0, "wires and lines {}"},
        {0xC0, 0x40, 0, "glyph memory {}"}, {0x80, 0x80, 0, "cell {}"}});

constexpr auto colourCommands = std::to_array<CommandWords>({{0xFF, 0x01, 0, "reset"},
    {0xFF, 0x10, 0, "sleep"}, {0xFF, 0x11, 0, "wake"}, {0xFF, 0x20, 0, "not inverted"},
    {0xFF, 0x21, 0, "inverted"}, {0xFF, 0x28, 0, "off"}, {0xFF, 0x29, 0, "on"},
    {0xFF, 0x2A, 0, "columns"}, {0xFF, 0x2B, 0, "rows"}, {0xFF, 0x2C, 0, "pixels"},
    {0xFF, 0x36, 0, "orientation"}, {0xFF, 0x3A, 0, "pixel format"}});

constexpr auto planeCommands = std::to_array<CommandWords>({{0xFF, 0x01, 0, "lines"},
    {0xFF, 0x10, 0, "sleep"}, {0xFF, 0x11, 0, "pointer mode"}, {0xFF, 0x12, 0, "reset"},
    {0xFF, 0x20, 0, "refresh"}, {0xFF, 0x22, 0, "kind of refresh"}, {0xFF, 0x24, 0, "black plane"},
    {0xFF, 0x26, 0, "red plane"}, {0xFF, 0x44, 0, "columns of bytes"}, {0xFF, 0x45, 0, "rows"},
    {0xFF, 0x4E, 0, "first column"}, {0xFF, 0x4F, 0, "first row"}});

constexpr auto numberCommands = std::to_array<CommandWords>({{0xFF, 0x02, 0, "power off"},
    {0xFF, 0x04, 0, "power on"}, {0xFF, 0x10, 0, "colours"}, {0xFF, 0x12, 0, "refresh"}});

constexpr auto registers =
    std::to_array<CommandWords>({{0x0F, 0x00, 1, "left alone"}, {0x0F, 0x09, 1, "decoding {}"},
        {0x0F, 0x0A, 1, "brightness {}"}, {0x0F, 0x0B, 1, "last digit {}"},
        {0x0F, 0x0C, 1, "switched on {}"}, {0x0F, 0x0F, 1, "lamp test {}"}});

std::string numbered(std::string_view words, std::span<const unsigned> numbers)
{
    std::string text;
    std::size_t next = 0;
    for (std::size_t i = 0; i < words.size(); ++i) {
        if (words.substr(i, 2) == "{}" && next < numbers.size()) {
            text += std::to_string(numbers[next++]);
            ++i;
        } else {
            text += words[i];
        }
    }
    return text;
}

/// All commands of a transfer, each with its parameters behind it.
std::string commandWords(std::span<const CommandWords> table, Bytes bytes)
{
    std::string text;
    for (std::size_t i = 0; i < bytes.size();) {
        const unsigned byte = bytes[i];
        const auto found = std::find_if(table.begin(), table.end(),
            [byte](const CommandWords& c) { return (byte & c.mask) == c.value; });
        std::vector<unsigned> numbers;
        std::string words = fmt::format("{:02X}", byte);
        ++i;
        if (found != table.end()) {
            if (found->parameters == 0)
                numbers.push_back(byte & ~found->mask & 0xFFU);
            for (int n = 0; n < found->parameters && i < bytes.size(); ++n)
                numbers.push_back(bytes[i++]);
            words = numbered(found->words, numbers);
        }
        text += (text.empty() ? "" : ", ") + words;
    }
    return text;
}

std::string bytesOf(Bytes bytes, std::string_view what)
{
    return fmt::format("{} of {}", countText(static_cast<int>(bytes.size()), "byte"), what);
}

std::string charactersOf(CharacterRom rom, Bytes codes)
{
    std::string text;
    for (const auto code : codes)
        appendUtf8(text, characterOfCode(rom, code));
    return "“" + text + "”";
}

/// The byte that the states of an expander's port bring, or the part of one in words.
struct ExpanderByte {
    std::optional<std::uint8_t> byte; ///< none where the states are no whole byte
    bool isData = false;
    std::string words; ///< of what is no whole byte
};

ExpanderByte expanderByte(Bytes states)
{
    constexpr unsigned registerSelect = 1, enable = 4;
    if (states.size() == 4)
        return {static_cast<std::uint8_t>((states[0] & 0xF0U) | (states[2] & 0xF0U) >> 4U),
            (states[0] & registerSelect) != 0, {}};
    std::string text;
    for (const auto state : states)
        text += fmt::format("{}{} nibble {:X}{}", text.empty() ? "" : ", ",
            (state & registerSelect) != 0 ? "data" : "command", state >> 4U,
            (state & enable) != 0 ? ", enabled" : "");
    return {std::nullopt, false, text};
}

std::string digitsOf(Bytes segments)
{
    return "“" + textOf({segments.begin(), segments.end()}) + "”";
}

std::string wireWords(Bytes bytes)
{
    switch (bytes.front() & 0xC0U) {
    case 0x40:
        return (bytes.front() & 0x04U) != 0 ? "to one address" : "address by address";
    case 0x80:
        return (bytes.front() & 0x08U) != 0
            ? fmt::format("on, brightness {}", bytes.front() & 0x07U)
            : "off";
    case 0xC0:
        return fmt::format("{} from address {}", digitsOf(bytes.subspan(1)), bytes.front() & 0x0FU);
    default:
        return {};
    }
}

std::string wordWords(Bytes bytes)
{
    std::string text;
    for (std::size_t i = 0; i + 1 < bytes.size(); i += 2) {
        const auto pair = bytes.subspan(i, 2);
        const unsigned address = pair[0] & 0x0FU;
        const auto words = address >= 1 && address <= 8
            ? fmt::format("register {}: {:02X}", address, pair[1])
            : commandWords(registers, pair);
        text += (text.empty() ? "" : ", ") + words;
    }
    return text;
}

/// Tells transfers in their order: what data mean depends on the command before them.
class Teller {
public:
    explicit Teller(const DisplaySpec& spec)
        : m_spec(spec)
    {
    }

    std::string tell(const Transfer& transfer)
    {
        const Bytes bytes(transfer.bytes);
        if (bytes.empty())
            return {};
        if (!isOnBus(transfer.kind))
            return fmt::format("its {} at {} of 255", wordOf(transfer.kind), bytes.back());
        switch (m_spec.kind()) {
        case DisplayKind::MonoOled:
            if (transfer.kind == TransferKind::I2c)
                return i2cOled(bytes);
            return isCommand(transfer) ? commandWords(oledCommands, bytes)
                                       : bytesOf(bytes, "pixels");
        case DisplayKind::MonoLcd:
            return isCommand(transfer) ? lcdWords(bytes) : bytesOf(bytes, "pixels");
        case DisplayKind::CharacterLcd:
            if (transfer.kind != TransferKind::I2c)
                return cellWords(!isCommand(transfer), bytes);
            if (const auto told = expanderByte(bytes.subspan(1)); told.byte)
                return cellWords(told.isData, {&*told.byte, 1});
            else
                return told.words;
        case DisplayKind::TwoWireDigits:
            return wireWords(bytes);
        case DisplayKind::ShiftDigits:
        case DisplayKind::LedMatrix:
            return wordWords(bytes);
        case DisplayKind::ColourPanel:
            return remembered(transfer, colourCommands, 0x2C);
        case DisplayKind::Paper:
            return std::get<PaperSpec>(m_spec.shape).colours <= 3
                ? remembered(transfer, planeCommands, {})
                : remembered(transfer, numberCommands, {});
        case DisplayKind::SegmentGlass:
            return fmt::format("levels of the lines in {}",
                countText(static_cast<int>(bytes.size()) / linesOfGlass(), "phase"));
        }
        return {};
    }

private:
    static bool isCommand(const Transfer& transfer)
    {
        return transfer.kind == TransferKind::Command;
    }
    std::string lcdWords(Bytes bytes)
    {
        std::string text;
        for (std::size_t i = 0; i < bytes.size(); ++i) {
            const std::span<const CommandWords> table =
                m_tellsVoltage ? std::span<const CommandWords>(lcdVoltageCommands) : lcdCommands;
            text += (i == 0 ? "" : ", ") + commandWords(table, bytes.subspan(i, 1));
            if ((bytes[i] & 0xF8U) == 0x20)
                m_tellsVoltage = (bytes[i] & 1U) != 0;
        }
        return text;
    }
    static std::string i2cOled(Bytes bytes)
    {
        if (bytes.size() < 2)
            return {};
        return (bytes[1] & 0x40U) != 0 ? bytesOf(bytes.subspan(2), "pixels")
                                       : commandWords(oledCommands, bytes.subspan(2));
    }
    static std::string_view wordOf(TransferKind kind)
    {
        return transferKindWords[static_cast<std::size_t>(kind)];
    }
    /// What follows an address of the glyph memory are rows of dots, else characters.
    std::string cellWords(bool isData, Bytes bytes)
    {
        if (isData && m_isInGlyphs)
            return fmt::format("{} of dots", countText(static_cast<int>(bytes.size()), "row"));
        if (isData)
            return charactersOf(rom(), bytes);
        if (const auto last = bytes.back(); last >= 0x40 || last <= 0x03)
            m_isInGlyphs = last >= 0x40 && last < 0x80;
        return commandWords(cellCommands, bytes);
    }
    CharacterRom rom() const { return std::get<CharacterLcdSpec>(m_spec.shape).rom; }
    int linesOfGlass() const
    {
        const auto& glass = std::get<SegmentGlassSpec>(m_spec.shape);
        return glass.lines + glass.backplanes;
    }
    /// Data belong to the command before them; a few are its parameters.
    std::string remembered(const Transfer& transfer, std::span<const CommandWords> table,
        std::optional<unsigned> pixels)
    {
        constexpr std::size_t parameters = 4;
        const Bytes bytes(transfer.bytes);
        if (isCommand(transfer)) {
            m_command = bytes.front();
            return commandWords(table, bytes);
        }
        if (bytes.size() > parameters || m_command == pixels)
            return bytesOf(bytes, "pixels");
        return "its values " + hexText(bytes, parameters);
    }

    const DisplaySpec& m_spec;
    unsigned m_command = 0;
    bool m_isInGlyphs = false; ///< of a character display
    bool m_tellsVoltage = false; ///< of a mono LCD, whose commands mean others then
};

} // namespace

std::string hexText(std::span<const std::uint8_t> bytes, std::size_t most)
{
    std::string text;
    for (std::size_t i = 0; i < std::min(bytes.size(), most); ++i)
        text += fmt::format("{}{:02x}", i == 0 ? "" : " ", bytes[i]);
    return bytes.size() > most ? text + " …" : text;
}

std::vector<std::string> transferWords(
    const DisplaySpec& spec, std::span<const TimedTransfer> transfers)
{
    Teller teller(spec);
    std::vector<std::string> words;
    words.reserve(transfers.size());
    for (const auto& [at, transfer] : transfers)
        words.push_back(teller.tell(transfer));
    return words;
}

} // namespace fern
