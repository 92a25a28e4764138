#include "drive/wrong_setups.h"

#include "drive/tried_display.h"

#include <algorithm>
#include <array>
#include <memory>

namespace fern {

namespace {

using K = DisplayKind;
using M = DriverMistake;

template <K... Kinds> bool isOneOf(const DriverSetup& setup)
{
    return ((setup.part.kind() == Kinds) || ...);
}

template <M Which> void make(DriverSetup& setup)
{
    setup.driver.mistakes |= bitOf(Which);
}

bool hasAddress(const DriverSetup& setup)
{
    return setup.part.interface == DisplayInterface::I2c;
}

bool hasExpander(const DriverSetup& setup)
{
    return isOneOf<K::CharacterLcd>(setup) && hasAddress(setup);
}

bool hasBytesOfPixels(const DriverSetup& setup)
{
    const auto* paper = std::get_if<PaperSpec>(&setup.part.shape);
    return isOneOf<K::MonoOled, K::MonoLcd, K::TwoWireDigits, K::ShiftDigits, K::LedMatrix>(setup)
        || (paper != nullptr && paper->colours <= 3);
}

bool hasSleep(const DriverSetup& setup)
{
    return isOneOf<K::Paper>(setup) && hasBytesOfPixels(setup);
}

bool hasOffset(const DriverSetup& setup)
{
    const auto* panel = std::get_if<ColourPanelSpec>(&setup.part.shape);
    return panel != nullptr && (panel->firstColumn > 0 || panel->firstRow > 0);
}

bool hasLightLine(const DriverSetup& setup)
{
    return isOneOf<K::ColourPanel, K::MonoLcd, K::CharacterLcd>(setup);
}

bool hasSeveralRows(const DriverSetup& setup)
{
    const auto* cells = std::get_if<CharacterLcdSpec>(&setup.part.shape);
    return cells != nullptr && cells->rows > 1;
}

bool hasFourRows(const DriverSetup& setup)
{
    const auto* cells = std::get_if<CharacterLcdSpec>(&setup.part.shape);
    return cells != nullptr && cells->rows == 4;
}

void setOtherAddress(DriverSetup& setup)
{
    setup.driver.address = setup.address ^ 1;
}

/// Twice or half the rows.
void setOtherRows(DriverSetup& setup)
{
    const auto& oled = std::get<MonoOledSpec>(setup.part.shape);
    setup.driver.setTo = {oled.columns, oled.rows > 32 ? 32 : 64};
}

void setOtherColumns(DriverSetup& setup)
{
    const auto& cells = std::get<CharacterLcdSpec>(setup.part.shape);
    setup.driver.setTo = {cells.columns == 16 ? 20 : 16, cells.rows};
}

void exchangeSides(DriverSetup& setup)
{
    const auto& panel = std::get<ColourPanelSpec>(setup.part.shape);
    setup.driver.setTo = panel.isLandscape ? GlassSize{panel.glassColumns, panel.glassRows}
                                           : GlassSize{panel.glassRows, panel.glassColumns};
}

bool hasTwoSides(const DriverSetup& setup)
{
    const auto* panel = std::get_if<ColourPanelSpec>(&setup.part.shape);
    return panel != nullptr && panel->glassColumns != panel->glassRows;
}

void turnBy(DriverSetup& setup, int quarters)
{
    const int turned = (static_cast<int>(setup.part.turned) + quarters) % 4;
    setup.driver.turned = static_cast<DriverTurn>(turned + 1);
}

constexpr auto setups = std::to_array<WrongSetup>({
    {"not-begun", "it was never set up", "Call what begins the library before the first redraw.",
        isOneOf<K::MonoOled, K::MonoLcd, K::CharacterLcd, K::ShiftDigits, K::LedMatrix,
            K::ColourPanel>,
        make<M::NotBegun>},
    {"not-sent", "it was drawn and never sent", "Call what sends the frame after it is drawn.",
        isOneOf<K::MonoOled, K::MonoLcd, K::LedMatrix, K::ColourPanel>, make<M::NotSent>},
    {"not-refreshed", "it was sent and never refreshed",
        "Send the refresh command after the frame; nothing is seen before.", isOneOf<K::Paper>,
        make<M::NotSent>},
    {"other-address", "another address was set",
        "Set the address that the part answers at; its strap or a search of the bus tells it.",
        hasAddress, setOtherAddress},
    {"not-switched-on", "the command that switches it on is missing",
        "Switch it on at the end of the set-up.",
        isOneOf<K::MonoOled, K::MonoLcd, K::CharacterLcd, K::TwoWireDigits, K::ShiftDigits,
            K::LedMatrix, K::ColourPanel>,
        make<M::NotSwitchedOn>},
    {"light-off", "its light is off", "Switch the line of its light on, or tie it to the supply.",
        hasLightLine, make<M::LightOff>},
    {"contrast-low", "the voltage of its crystals is too low",
        "Turn the trimmer, or raise the operating voltage, until the text stands out.",
        isOneOf<K::MonoLcd, K::CharacterLcd>, make<M::ContrastLow>},
    {"contrast-high", "the voltage of its crystals is too high",
        "Turn the trimmer, or lower the operating voltage, until what is off fades.",
        isOneOf<K::MonoLcd, K::CharacterLcd>, make<M::ContrastHigh>},
    {"no-pump", "its converter for the pixels' voltage is off",
        "Switch the charge pump on, or choose the library's internal supply.", isOneOf<K::MonoOled>,
        make<M::NoPump>},
    {"other-rows", "another number of rows was set", "Set the rows that the glass has.",
        isOneOf<K::MonoOled>, setOtherRows},
    {"other-row-wiring", "the rows were set to the other wiring",
        "Choose the set-up for this size: rows in turn, or one after another.",
        isOneOf<K::MonoOled>, make<M::OtherRowWiring>},
    {"other-controller", "the library is one for the other controller",
        "Choose the library for a memory of 128 columns with a window, or of 132 page by page.",
        isOneOf<K::MonoOled>, make<M::OtherController>},
    {"other-columns", "another number of columns was set", "Set the columns that the glass has.",
        hasFourRows, setOtherColumns},
    {"one-line", "it was set to one line", "Set it to two lines, whatever rows the glass has.",
        hasSeveralRows, make<M::OneLine>},
    {"raw-bytes", "signs beyond ASCII were sent as they stand in the text",
        "Send the code that its character set has: 0xDF for a degree sign.",
        isOneOf<K::CharacterLcd>, make<M::RawBytes>},
    {"other-signs", "the codes of the other character set were sent",
        "Look at what 0xDF shows: a degree sign, or ß; take the codes of that set.",
        isOneOf<K::CharacterLcd>, make<M::OtherSigns>},
    {"other-expander", "the library expects the other wiring of the expander",
        "Choose the library, or its setting, for this back-pack.", hasExpander,
        make<M::OtherExpander>},
    {"not-cleared", "it was drawn over what stood there", "Clear the box of the field before.",
        isOneOf<K::MonoOled, K::MonoLcd, K::ColourPanel, K::Paper, K::LedMatrix>,
        make<M::NotCleared>},
    {"not-padded", "a shorter number leaves the end of the longer one",
        "Write every number as wide as its field, with blanks before or behind it.",
        isOneOf<K::CharacterLcd>, make<M::NotCleared>},
    {"not-waited", "it was not waited for",
        "Wait 1.52 ms after a clear, and as long as the busy line says after a refresh.",
        isOneOf<K::CharacterLcd, K::Paper>, make<M::NotWaited>},
    {"upside-down", "it is built in the other way up", "Turn what is drawn by 180°.",
        isOneOf<K::MonoOled, K::MonoLcd, K::ColourPanel, K::Paper>,
        [](DriverSetup& setup) { turnBy(setup, 2); }},
    {"sides-exchanged", "width and height are exchanged",
        "Tell the library the size as it is looked at, after it is turned.", hasTwoSides,
        exchangeSides},
    {"mirrored", "left and right are exchanged", "Exchange the order of the columns.",
        isOneOf<K::MonoOled, K::LedMatrix>, make<M::Mirrored>},
    {"bits-reversed", "the bits of each byte are sent in the other order",
        "Export the bitmap with the other bit first.", hasBytesOfPixels, make<M::BitsReversed>},
    {"row-ordered", "a bitmap in rows was sent as pages",
        "Export it column by column, eight rows in a byte.", isOneOf<K::MonoOled, K::MonoLcd>,
        make<M::RowOrdered>},
    {"negative", "dark and bright are exchanged", "Exchange the inversion, or 0 and 1 of the bits.",
        isOneOf<K::MonoOled, K::MonoLcd, K::ColourPanel, K::Paper>, make<M::NotInverted>},
    {"no-scan-limit", "the number of digits was not set",
        "Set the scan limit to 7: after switching on, only the first is driven.",
        isOneOf<K::ShiftDigits, K::LedMatrix>, make<M::NoScanLimit>},
    {"decoded", "segments are taken for numbers", "Switch the decoding off.",
        isOneOf<K::ShiftDigits, K::LedMatrix>, make<M::Decoded>},
    {"test-left-on", "its lamp test was left on", "Switch the test off.",
        isOneOf<K::ShiftDigits, K::LedMatrix>, make<M::TestLeftOn>},
    {"modules-turned", "its modules are soldered another way round",
        "Choose the module type whose register 1 is at that side.", isOneOf<K::LedMatrix>,
        make<M::ModulesTurned>},
    {"bytes-swapped", "the bytes of each colour are exchanged", "Send the high byte first.",
        isOneOf<K::ColourPanel>, make<M::BytesSwapped>},
    {"red-for-blue", "red and blue are exchanged", "Exchange the colour order of the set-up.",
        isOneOf<K::ColourPanel>, make<M::RedForBlue>},
    {"no-pixel-format", "16 bits a pixel were not set", "Set the pixel format to 0x55.",
        isOneOf<K::ColourPanel>, make<M::NoPixelFormat>},
    {"no-offset", "where the glass lies in the memory was not set",
        "Set the first column and row of this size.", hasOffset, make<M::NoOffset>},
    {"asleep", "it sleeps after its first refresh", "Pulse its reset line before the next frame.",
        hasSleep, make<M::AsleepAfter>},
    {"steady-voltage", "it is driven with a steady voltage: it looks right, and is harmed",
        "Drive every line alternately, 30 to 100 times a second.", isOneOf<K::SegmentGlass>,
        make<M::SteadyVoltage>},
    {"map-shifted", "segments are taken to hang one line further",
        "Find the map: drive one line, note what shows, next.", isOneOf<K::SegmentGlass>,
        make<M::MapShifted>},
});

/// A text with eights in the place of its digits and blanks.
std::string eights(std::string text)
{
    for (char& c : text)
        c = c == ' ' || (c >= '0' && c <= '9') ? '8' : c;
    return text;
}

} // namespace

std::span<const WrongSetup> wrongSetups()
{
    return setups;
}

std::vector<const WrongSetup*> wrongSetupsOf(const DriverSetup& right)
{
    std::vector<const WrongSetup*> possible;
    for (const auto& setup : setups)
        if (setup.canHappen(right))
            possible.push_back(&setup);
    return possible;
}

DriverSetup rightSetup(DriverSetup setup)
{
    auto& driver = setup.driver;
    driver.mistakes = 0;
    driver.setTo.reset();
    driver.address = 0;
    driver.turned = DriverTurn::AsBuiltIn;
    return setup;
}

GlassPicture looksRight(const DriverSetup& setup, const Page& page, const PageContent& content)
{
    TriedDisplay display(rightSetup(setup));
    display.redraw(page, content);
    return display.seen();
}

GlassPicture looksLike(const DriverSetup& setup, const Page& page, const PageContent& content)
{
    TriedDisplay display(setup);
    auto before = content;
    for (std::size_t i = 0; i < before.size(); ++i)
        if (page.fields[i].kind == FieldKind::Value)
            before[i].text = eights(before[i].text);
    display.redraw(page, before);
    display.redraw(page, content);
    return withoutGhosts(display.seen());
}

} // namespace fern
