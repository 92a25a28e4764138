#include "base/units.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <optional>

#include <fmt/format.h>

namespace fern {

namespace {

constexpr Dimension none{};
constexpr Dimension length{.metre = 1};
constexpr Dimension mass{.kilogram = 1};
constexpr Dimension time{.second = 1};
constexpr Dimension rate{.second = -1};
constexpr Dimension volume{.metre = 3};
constexpr Dimension temperature{.kelvin = 1};
constexpr Dimension current{.ampere = 1};
constexpr Dimension charge{.second = 1, .ampere = 1};
constexpr Dimension voltage{.metre = 2, .kilogram = 1, .second = -3, .ampere = -1};
constexpr Dimension resistance{.metre = 2, .kilogram = 1, .second = -3, .ampere = -2};
constexpr Dimension capacitance{.metre = -2, .kilogram = -1, .second = 4, .ampere = 2};
constexpr Dimension inductance{.metre = 2, .kilogram = 1, .second = -2, .ampere = -2};
constexpr Dimension force{.metre = 1, .kilogram = 1, .second = -2};
constexpr Dimension pressure{.metre = -1, .kilogram = 1, .second = -2};
constexpr Dimension energy{.metre = 2, .kilogram = 1, .second = -2};
constexpr Dimension power{.metre = 2, .kilogram = 1, .second = -3};
constexpr Dimension acceleration{.metre = 1, .second = -2};
constexpr Dimension fluxDensity{.kilogram = 1, .second = -2, .ampere = -1};
constexpr Dimension dose{.metre = 2, .second = -2};
constexpr Dimension illuminance{.metre = -2, .candela = 1};

/// A decibel against a reference of its own.
constexpr Dimension level(signed char reference)
{
    return {.level = reference};
}

struct Listed {
    std::string_view name;
    Dimension dimension;
    long double numerator = 1;
    long double denominator = 1;
    std::string_view prefixes = ""; ///< the SI prefixes it takes
    long double shift = 0;
};

constexpr std::string_view all = "pnumkMGT";
constexpr long double pi = std::numbers::pi_v<long double>;

// Factors: SI Brochure (9th ed.) and NIST SP 811 Appendix B. rpm is turns a minute, not radians.
constexpr auto listed = std::to_array<Listed>({
    {"V", voltage, 1, 1, all}, {"A", current, 1, 1, all}, {"ohm", resistance, 1, 1, all},
    {"F", capacitance, 1, 1, all}, {"H", inductance, 1, 1, all}, {"C", charge, 1, 1, all},
    {"Ah", charge, 3600, 1, "mk"}, {"W", power, 1, 1, all}, {"VA", power, 1, 1, "mkM"},
    {"var", power, 1, 1, "mkM"}, {"hp", power, 74569987158227022.0L, 1e14L},
    {"J", energy, 1, 1, all}, {"Wh", energy, 3600, 1, "mkM"}, {"cal", energy, 4184, 1000, "k"},
    {"Btu", energy, 105505585262.0L, 1e8L}, {"s", time, 1, 1, "pnum"}, {"min", time, 60},
    {"h", time, 3600}, {"d", time, 86400}, {"Hz", rate, 1, 1, "mkMG"}, {"rpm", rate, 1, 60},
    {"bpm", rate, 1, 60}, {"CPM", rate, 1, 60}, {"cpm", rate, 1, 60}, {"m", length, 1, 1, "pnumck"},
    {"in", length, 254, 10000}, {"ft", length, 3048, 10000}, {"mile", length, 1609344, 1000},
    {"nmi", length, 1852}, {"knot", {.metre = 1, .second = -1}, 1852, 3600},
    {"kn", {.metre = 1, .second = -1}, 1852, 3600},
    {"mph", {.metre = 1, .second = -1}, 44704, 100000}, {"g", mass, 1, 1000, "umk"},
    {"t", mass, 1000}, {"lb", mass, 45359237, 100000000}, {"oz", mass, 28349523125.0L, 1e12L},
    {"N", force, 1, 1, all}, {"Nm", energy, 1, 1, "mk"}, {"T", fluxDensity, 1, 1, "pnum"},
    {"Sv", dose, 1, 1, "num"}, {"Gy", dose, 1, 1, "num"}, {"lbf", force, 44482216152605.0L, 1e13L},
    {"kgf", force, 980665, 100000}, {"g_n", acceleration, 980665, 100000},
    {"Pa", pressure, 1, 1, "umkMG"}, {"hPa", pressure, 100}, {"bar", pressure, 100000, 1, "m"},
    {"psi", pressure, 44482216152605.0L, 6451600000.0L}, {"atm", pressure, 101325},
    {"mmHg", pressure, 133322387415.0L, 1e9L}, {"cmH2O", pressure, 980665, 10000},
    {"mmH2O", pressure, 980665, 100000}, {"inHg", pressure, 3386388640341.0L, 1e9L},
    {"torr", pressure, 101325, 760}, {"L", volume, 1, 1000, "umck"}, {"l", volume, 1, 1000, "umck"},
    {"USgal", volume, 3785411784.0L, 1e12L}, {"UKgal", volume, 454609, 100000000},
    {"USfloz", volume, 295735295625.0L, 1e16L}, {"K", temperature, 1, 1, "m"},
    {"degC", temperature, 1, 1, "", 273.15L}, {"degF", temperature, 5, 9, "", 459.67L},
    {"lx", illuminance, 1, 1, "mk"}, {"rad", none, 1, 1, "m"}, {"deg", none, pi, 180},
    {"turn", none, 2 * pi}, {"%", none, 1, 100}, {"%RH", none, 1, 100}, {"ppm", none, 1, 1000000},
    {"count", none}, {"1", none}, {"dB", level(1)}, {"dBm", level(2)}, // 1 mW
    {"dBV", level(3)}, // 1 V
    {"dBu", level(4)}, // 0.775 V
    {"dBA", level(5)}, // 20 µPa, A-weighted
    {"dBSPL", level(6)}, // 20 µPa
    {"dBFS", level(7)}, // full scale
});

struct Alias {
    std::string_view spelling, name;
};
// Other spellings of the same thing, applied before anything else.
constexpr auto aliases = std::to_array<Alias>({{"Ω", "ohm"}, {"Ω", "ohm"}, {"µ", "u"}, {"μ", "u"},
    {"°C", "degC"}, {"°F", "degF"}, {"°", "deg"}, {"³", "3"}, {"²", "2"}, {"^", ""}, {"·", " "}});

struct Misreading {
    std::string_view name, advice;
};
constexpr auto misreadings = std::to_array<Misreading>({
    {"kph", "write km/h"},
    {"kmh", "write km/h"},
    {"gal", "write USgal or UKgal"},
    {"floz", "write USfloz"},
    {"sec", "write s"},
    {"hr", "write h"},
    {"Ohm", "write ohm"},
    {"v", "write V"},
    {"hz", "write Hz"},
    {"degK", "write K"},
    {"inch", "write in"},
    {"lbs", "write lb"},
});

std::string plainSpelling(std::string_view name)
{
    std::string text(name);
    for (const auto& [spelling, plain] : aliases)
        for (auto at = text.find(spelling); at != std::string::npos; at = text.find(spelling))
            text.replace(at, spelling.size(), plain);
    return text;
}

std::optional<long double> prefixFactor(char prefix)
{
    switch (prefix) {
    case 'p':
        return 1e-12L;
    case 'n':
        return 1e-9L;
    case 'u':
        return 1e-6L;
    case 'm':
        return 1e-3L;
    case 'c':
        return 1e-2L;
    case 'k':
        return 1e3L;
    case 'M':
        return 1e6L;
    case 'G':
        return 1e9L;
    case 'T':
        return 1e12L;
    default:
        return std::nullopt;
    }
}

const Listed* findListed(std::string_view name)
{
    const auto* found = std::find_if(
        listed.begin(), listed.end(), [&](const Listed& unit) { return unit.name == name; });
    return found == listed.end() ? nullptr : found;
}

Unit asUnit(const Listed& entry, std::string_view name)
{
    return {std::string(name), entry.dimension, entry.numerator, entry.denominator, entry.shift};
}

void applyPrefix(Unit& unit, char prefix)
{
    // A prefix below one goes into the denominator, where it is a whole number.
    const long double factor = *prefixFactor(prefix);
    if (factor > 1)
        unit.numerator *= factor;
    else
        unit.denominator *= prefix == 'c' ? 100
            : prefix == 'm'               ? 1e3L
            : prefix == 'u'               ? 1e6L
            : prefix == 'n'               ? 1e9L
                                          : 1e12L;
}

std::optional<Unit> simpleUnit(std::string_view name)
{
    if (const auto* entry = findListed(name))
        return asUnit(*entry, name);
    if (name.size() > 1) {
        const auto* entry = findListed(name.substr(1));
        if (entry != nullptr && entry->prefixes.find(name.front()) != std::string_view::npos) {
            auto unit = asUnit(*entry, name);
            applyPrefix(unit, name.front());
            return unit;
        }
    }
    return std::nullopt;
}

Unit raised(const Unit& unit, int exponent)
{
    Unit result = unit;
    for (int i = 1; i < exponent; ++i) {
        result.numerator *= unit.numerator;
        result.denominator *= unit.denominator;
    }
    auto& d = result.dimension;
    for (signed char* e :
        {&d.metre, &d.kilogram, &d.second, &d.ampere, &d.kelvin, &d.candela, &d.level})
        *e = static_cast<signed char>(*e * exponent);
    return result;
}

std::optional<Unit> factor(std::string_view name)
{
    if (auto unit = simpleUnit(name))
        return unit;
    if (name.size() > 1 && (name.back() == '2' || name.back() == '3')) {
        const auto base = simpleUnit(name.substr(0, name.size() - 1));
        if (base && base->shift == 0)
            return raised(*base, name.back() - '0');
    }
    return std::nullopt;
}

Unit quotient(const Unit& top, const Unit& bottom)
{
    Unit result = top;
    result.numerator *= bottom.denominator;
    result.denominator *= bottom.numerator;
    result.dimension = combined(top.dimension, bottom.dimension, -1);
    return result;
}

/// Names with a blank between them.
std::optional<Unit> product(std::string_view names)
{
    std::optional<Unit> whole;
    for (std::size_t at = 0; at <= names.size();) {
        const auto end = std::min(names.find(' ', at), names.size());
        const auto next = factor(names.substr(at, end - at));
        at = end + 1;
        if (!next || (whole && (whole->shift != 0 || next->shift != 0)))
            return std::nullopt;
        if (!whole) {
            whole = next;
            continue;
        }
        whole->numerator *= next->numerator;
        whole->denominator *= next->denominator;
        whole->dimension = combined(whole->dimension, next->dimension, 1);
    }
    return whole;
}

/// Adds the units that measure the same thing as `known` to an error.
Error withKin(Error error, const Unit& known)
{
    std::string kin;
    for (const auto& entry : listed)
        if (entry.dimension == known.dimension)
            kin += (kin.empty() ? "" : ", ") + std::string(entry.name);
    if (!kin.empty())
        error.message += fmt::format("; like {} there are {}", known.name, kin);
    return error;
}

} // namespace

Dimension combined(const Dimension& a, const Dimension& b, int sign)
{
    const auto add = [sign](signed char x, signed char y) {
        return static_cast<signed char>(x + sign * y);
    };
    return {add(a.metre, b.metre), add(a.kilogram, b.kilogram), add(a.second, b.second),
        add(a.ampere, b.ampere), add(a.kelvin, b.kelvin), add(a.candela, b.candela),
        add(a.level, b.level)};
}

Result<Unit> parseUnit(std::string_view name)
{
    const auto text = plainSpelling(name);
    const auto slash = text.find('/');
    auto top = product(std::string_view(text).substr(0, slash));
    if (top && slash != std::string::npos) {
        const auto bottom = factor(std::string_view(text).substr(slash + 1));
        top = bottom && top->shift == 0 && bottom->shift == 0
            ? std::optional(quotient(*top, *bottom))
            : std::nullopt;
    }
    if (top && text != "1") { // which stands above a line only
        top->name = text;
        return *top;
    }
    for (const auto& [wrong, advice] : misreadings)
        if (text == wrong)
            return Error{ErrorCode::InvalidArgument,
                fmt::format("the unit \"{}\" can be misread: {}", name, advice), ""};
    if (text.empty())
        return Error{ErrorCode::InvalidArgument, "the unit is missing", ""};
    return Error{ErrorCode::InvalidArgument, fmt::format("the unit \"{}\" is not known", name), ""};
}

Unit readableUnit(const Unit& unit, double size)
{
    constexpr std::string_view fromLargest = "TGMk1munp"; // 1: none
    constexpr double hair = 0.9995; // what is rounded to the limit has reached it
    constexpr double least = 0.1 * hair; // 0.67 mV reads better than 670 µV
    constexpr double tooMuch = 1000 * hair;
    const auto number = [&](const Unit& in) { return std::fabs(differenceFromSi(size, in)); };
    if (size == 0 || !std::isfinite(size) || (number(unit) >= least && number(unit) < tooMuch))
        return unit;
    const auto* root = findListed(unit.name);
    if (root == nullptr && simpleUnit(unit.name))
        root = findListed(std::string_view(unit.name).substr(1));
    if (root == nullptr || root->prefixes.empty())
        return unit;
    auto readable = unit;
    for (const char prefix : fromLargest) {
        const bool isPlain = prefix == '1';
        if (!isPlain && root->prefixes.find(prefix) == std::string_view::npos)
            continue;
        readable =
            isPlain ? asUnit(*root, root->name) : *simpleUnit(prefix + std::string(root->name));
        if (number(readable) >= (isPlain || *prefixFactor(prefix) > 1 ? hair : least))
            break;
    }
    return readable;
}

std::vector<std::string> usualUnits(const Unit& unit)
{
    constexpr auto usual = std::to_array<std::string_view>({"km/h", "mile/h", "knot", "m/s", "V",
        "mV", "A", "mA", "W", "kW", "g", "kg", "lb", "degC", "degF", "K", "L", "USgal", "UKgal",
        "m", "km", "mile", "L/min", "m3/h", "hPa", "bar", "psi", "Hz", "rpm", "s", "min", "h"});
    std::vector<std::string> names{unit.name};
    for (const auto name : usual)
        if (name != unit.name && parseUnit(name)->dimension == unit.dimension)
            names.emplace_back(name);
    return names;
}

double toSi(double value, const Unit& unit)
{
    return static_cast<double>((value + unit.shift) * unit.numerator / unit.denominator);
}

double fromSi(double si, const Unit& unit)
{
    return static_cast<double>(si * unit.denominator / unit.numerator - unit.shift);
}

double differenceToSi(double value, const Unit& unit)
{
    return static_cast<double>(value * unit.numerator / unit.denominator);
}

double differenceFromSi(double si, const Unit& unit)
{
    return static_cast<double>(si * unit.denominator / unit.numerator);
}

UnitChange unitChange(const Unit& from, const Unit& to)
{
    const auto gain = from.numerator / from.denominator * to.denominator / to.numerator;
    return {static_cast<double>(gain), static_cast<double>(from.shift * gain - to.shift)};
}

Result<double> convert(double value, std::string_view from, std::string_view to)
{
    const auto source = parseUnit(from);
    const auto target = parseUnit(to);
    if (!source)
        return target ? withKin(source.error(), *target) : source.error();
    if (!target)
        return withKin(target.error(), *source);
    if (source->dimension != target->dimension)
        return Error{ErrorCode::InvalidArgument,
            fmt::format("{} cannot be converted to {}: they measure different things", from, to),
            ""};
    const long double si = (value + source->shift) * (source->numerator * target->denominator)
        / (source->denominator * target->numerator);
    const long double result = si - target->shift;
    // Less than the last digit of the shift cannot be told from zero: 32 °F is 0 °C.
    return std::fabs(result) < 1e-18L * target->shift ? 0.0 : static_cast<double>(result);
}

std::string prettyUnit(std::string_view name)
{
    std::string text(name);
    const auto replace = [&](std::string_view from, std::string_view to) {
        if (const auto at = text.find(from); at != std::string::npos)
            text.replace(at, from.size(), to);
    };
    replace("ohm", "Ω");
    replace("degC", "°C");
    replace("degF", "°F");
    if (text.size() > 1 && text[0] == 'u')
        text.replace(0, 1, "µ");
    return text;
}

} // namespace fern
