#include "cli/cli.h"

#include "base/number_text.h"
#include "io/picture_files.h"
#include "picture/adjust.h"
#include "picture/array_text.h"
#include "screens/part_picture.h"

#include <algorithm>
#include <charconv>
#include <memory>
#include <optional>

#include <fmt/format.h>

namespace fern::cli {

namespace {

struct PictureArguments {
    std::string path, png, array, name = "picture";
    std::string size, palette = "mono", dither = "floyd-steinberg", language = "c";
    PictureWork work;
    int turn = 0;
};

/// The words of --array, in the order of ArrayOrder.
constexpr Words<arrayOrders> orderWords{"msb", "lsb", "page", "rgb565", "rgb565-low"};

template <std::size_t N> std::vector<std::string> listOf(const Words<N>& words)
{
    return {words.begin(), words.end()};
}

template <std::size_t N> std::size_t placeOf(const Words<N>& words, const std::string& word)
{
    return static_cast<std::size_t>(std::find(words.begin(), words.end(), word) - words.begin());
}

/// "128x64"; nothing for what is none.
std::optional<std::pair<int, int>> sizeOf(const std::string& text)
{
    const auto x = text.find('x');
    int width = 0, height = 0;
    const auto* end = text.data() + text.size();
    if (x == std::string::npos
        || std::from_chars(text.data(), text.data() + x, width).ptr != text.data() + x
        || std::from_chars(text.data() + x + 1, end, height).ptr != end || width < 1 || height < 1
        || width > longestPicture || height > longestPicture)
        return std::nullopt;
    return std::pair(width, height);
}

void picture(Context& context, const PictureArguments& a)
{
    const auto size = sizeOf(a.size); // was checked
    const auto palette = static_cast<PicturePalette>(placeOf(picturePaletteWords, a.palette));
    const auto order = !a.array.empty()   ? static_cast<ArrayOrder>(placeOf(orderWords, a.array))
        : palette == PicturePalette::Full ? ArrayOrder::Rgb565HighFirst
                                          : ArrayOrder::RowsHighFirst;
    if (!suits(palette, order))
        throw CLI::ValidationError(
            "--array", fmt::format("{} is no order of the palette {}", a.array, a.palette));
    const auto image = io::readPicture(a.path);
    if (!image)
        return context.fail(image.error());
    auto work = a.work;
    work.quarterTurns = a.turn / 90;
    const auto shown = pictureIn(worked(*image, work, size->first, size->second), palette,
        static_cast<Dither>(placeOf(ditherWords, a.dither)));
    if (!a.png.empty())
        if (const auto written = io::writePicturePng(seenOf(shown), a.png); !written)
            return context.fail(written.error());
    const auto bytes = arrayOf(shown, palette, order);
    if (context.json)
        print(json::writeCompact(object({{"width", json::makeNumber(shown.width)},
                  {"height", json::makeNumber(shown.height)},
                  {"bytes", json::makeNumber(static_cast<double>(bytes.size()))}}))
            + "\n");
    else if (!a.array.empty())
        print(a.language == "python" ? arrayInPython(a.name, bytes) : arrayInC(a.name, bytes));
}

} // namespace

void addPicture(CLI::App& app, Context& context)
{
    auto arguments = std::make_shared<PictureArguments>();
    auto* command =
        addCommand(app, context, "picture", "a picture in the colours of a display, and its array");
    command->add_option("file", arguments->path, "PNG, JPEG, BMP, PBM, PGM or PPM")->required();
    command->add_option("--size", arguments->size, "pixels, as 128x64")
        ->required()
        ->check([](const std::string& text) {
            return sizeOf(text)
                ? std::string()
                : fmt::format("pixels are wanted, such as 128x64, at most {0}x{0}", longestPicture);
        });
    command->add_option("--palette", arguments->palette)
        ->check(CLI::IsMember(listOf(picturePaletteWords)));
    command->add_option("--dither", arguments->dither)->check(CLI::IsMember(listOf(ditherWords)));
    command->add_option("--png", arguments->png, "the picture as it is seen");
    command->add_option("--array", arguments->array, "the order of its bytes")
        ->check(CLI::IsMember(listOf(orderWords)));
    command->add_option("--language", arguments->language)->check(CLI::IsMember({"c", "python"}));
    command->add_option("--name", arguments->name, "of the array");
    command->add_option("--turn", arguments->turn, "degrees clockwise")
        ->check(CLI::IsMember({0, 90, 180, 270}));
    const auto factor = [&](const char* option, double& value) {
        command->add_option(option, value, "1 changes nothing")->check([](const std::string& text) {
            constexpr double most = 10;
            const auto number = parseNumber(text);
            return number && *number >= 0 && *number <= most
                ? std::string()
                : std::string("a number from 0 to 10 is wanted");
        });
    };
    factor("--saturation", arguments->work.saturation);
    factor("--contrast", arguments->work.contrast);
    factor("--brightness", arguments->work.brightness);
    factor("--sharpness", arguments->work.sharpness);
    command->callback([&context, arguments] { picture(context, *arguments); });
}

} // namespace fern::cli
