#include "glass/character_rom.h"

#include "glass/pixel_font.h"

#include <algorithm>
#include <string_view>

namespace fern {

namespace {

struct RomSign {
    std::uint8_t code;
    char32_t character;
    CellRows rows;
};
// Where the usual ROM differs from ASCII, with about what it looks like. What lies between stands
// for itself.
constexpr auto kanaSigns = std::to_array<RomSign>({
    {0x5C, U'¥', {0x11, 0x0A, 0x1F, 0x04, 0x1F, 0x04, 0x04, 0}},
    {0x7E, U'→', {0, 0x04, 0x02, 0x1F, 0x02, 0x04, 0, 0}},
    {0x7F, U'←', {0, 0x04, 0x08, 0x1F, 0x08, 0x04, 0, 0}},
    {0xDF, U'°', {0x1C, 0x14, 0x1C, 0, 0, 0, 0, 0}},
    {0xE1, U'ä', {0x0A, 0, 0x0E, 0x01, 0x0F, 0x11, 0x0F, 0}},
    {0xE2, U'ß', {0, 0, 0x0E, 0x11, 0x1E, 0x11, 0x1E, 0x10}},
    {0xE4, U'µ', {0, 0, 0x11, 0x11, 0x11, 0x13, 0x1D, 0x10}},
    {0xE8, U'√', {0, 0, 0x07, 0x04, 0x04, 0x14, 0x08, 0}},
    {0xEC, U'¢', {0x04, 0x0E, 0x14, 0x14, 0x15, 0x0E, 0x04, 0}},
    {0xED, U'£', {0x06, 0x09, 0x08, 0x1E, 0x08, 0x08, 0x1F, 0}},
    {0xEE, U'ñ', {0x0E, 0, 0x16, 0x19, 0x11, 0x11, 0x11, 0}},
    {0xEF, U'ö', {0x0A, 0, 0x0E, 0x11, 0x11, 0x11, 0x0E, 0}},
    {0xF4, U'Ω', {0, 0x0E, 0x11, 0x11, 0x0A, 0x0A, 0x1B, 0}},
    {0xF5, U'ü', {0x0A, 0, 0x11, 0x11, 0x11, 0x13, 0x0D, 0}},
    {0xF7, U'π', {0, 0, 0x1F, 0x0A, 0x0A, 0x0A, 0x13, 0}},
    {0xFD, U'÷', {0, 0x04, 0, 0x1F, 0, 0x04, 0, 0}},
    {0xFF, U'█', {0x1F, 0x1F, 0x1F, 0x1F, 0x1F, 0x1F, 0x1F, 0x1F}},
});
/// The European ROM from 0x80 to 0xBF; before it is ASCII but for the house, behind it Latin-1 but
/// for two letters. Of what has no character of its own: a blank.
constexpr std::u32string_view europeanSigns = U"БДЖЗИЙЛПУЦЧШЩЪЫЭα♪ΓπΣσ♬τ🔔ΘΩδ∞♥ε∩"
                                              U" ¡¢£¤¥¦§ƒ©ª«Юя®‘°±²³₧µ¶·ω¹º»¼½¾¿";
static_assert(europeanSigns.size() == 64);

/// Of signs whose shape nobody has told, such as kana.
constexpr CellRows otherSign{0x1F, 0x11, 0x11, 0x11, 0x11, 0x11, 0x1F, 0};

const RomSign* kanaSignOf(std::uint8_t code)
{
    const auto sign = std::find_if(kanaSigns.begin(), kanaSigns.end(),
        [code](const RomSign& rom) { return rom.code == code; });
    return sign == kanaSigns.end() ? nullptr : &*sign;
}

/// Of codes from 0x10 on.
char32_t kanaCharacter(std::uint8_t code)
{
    if (const auto* sign = kanaSignOf(code))
        return sign->character;
    if (code >= 0x20 && code < 0x7E)
        return code;
    if (code >= 0xA1 && code < 0xDF) // half-width kana
        return static_cast<char32_t>(0xFF61 + (code - 0xA1));
    return U'?';
}

char32_t europeanCharacter(std::uint8_t code)
{
    if (code < 0x20)
        return U'?'; // arrows and quotes
    if (code < 0x7F)
        return code;
    if (code == 0x7F)
        return U'⌂';
    if (code < 0xC0)
        return europeanSigns[code - 0x80U];
    return code == 0xD8 ? U'Φ' : code == 0xF8 ? U'φ' : code;
}

} // namespace

char32_t characterOfCode(CharacterRom rom, std::uint8_t code)
{
    if (code < 0x10) {
        constexpr std::u32string_view own = U"⓪①②③④⑤⑥⑦";
        return own[code & 0x07U];
    }
    return rom == CharacterRom::Kana ? kanaCharacter(code) : europeanCharacter(code);
}

std::optional<std::uint8_t> codeOfCharacter(CharacterRom rom, char32_t character)
{
    if (character == U'?')
        return std::uint8_t{'?'};
    for (unsigned code = 0x20; code <= 0xFF; ++code)
        if (const auto byte = static_cast<std::uint8_t>(code);
            characterOfCode(rom, byte) == character)
            return byte;
    return std::nullopt;
}

CellRows romRows(CharacterRom rom, std::uint8_t code)
{
    const auto character = characterOfCode(rom, code);
    const auto known = std::find_if(kanaSigns.begin(), kanaSigns.end(),
        [character](const RomSign& sign) { return sign.character == character; });
    if (known != kanaSigns.end())
        return known->rows;
    const auto found = glyphRows(*findPixelFont("5x8"), character);
    if (found.empty())
        return otherSign;
    constexpr int dotsAcross = 5;
    CellRows rows{}; // the font has its left dot highest of eight
    std::transform(found.begin(), found.end(), rows.begin(),
        [](unsigned char row) { return static_cast<std::uint8_t>(row >> (8 - dotsAcross)); });
    return rows;
}

} // namespace fern
