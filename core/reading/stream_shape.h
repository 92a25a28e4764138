#pragma once
// How the lines of a stream are written, found from the lines themselves, and the fields of a line.

#include <limits>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class StreamForm {
    Unknown, ///< nothing that can be read
    NameValue, ///< "speed:4.2, depth:1.1"
    Columns, ///< "4.2,1.1", with or without a line of names first
    Json, ///< an object a line
    Sentences, ///< NMEA 0183
};

struct StreamShape {
    StreamForm form = StreamForm::Unknown;
    char separator = ','; ///< between columns; between name and value
    std::vector<std::string> names{}; ///< of columns

    bool operator==(const StreamShape&) const = default;
};

struct StreamField {
    std::string name;
    std::string text;
    double number = std::numeric_limits<double>::quiet_NaN(); ///< NaN when the text is none
    std::string unit{}; ///< of the number, where the form says it; else empty

    bool operator==(const StreamField&) const = default;
};

/// What a line says.
struct StreamReading {
    std::vector<StreamField> fields;
    std::string fault; ///< why it says nothing, or less than it should; empty when it is right
};

/// Finds the form that reads most of the lines, at least half of them. Columns without a line of
/// names are called "column 1" and so on.
StreamShape guessShape(std::span<const std::string> lines);

/// Reads one line. A field that is no number keeps its text. A torn line says what is wrong.
StreamReading readLine(std::string_view line, const StreamShape& shape);

/// Returns the name that a field of a receiver's sentences has: "receiver.speed".
std::string receiverField(std::string_view what);

/// Returns the form in words: "name:value lines", "3 columns, separated by a comma".
std::string shapeInWords(const StreamShape& shape);

} // namespace fern
