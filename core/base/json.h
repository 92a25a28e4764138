#pragma once
// JSON as a tree that remembers where each value stood and how each number was written.
// Reading refuses what would be lost or misread: duplicate keys, NaN, numbers beyond a double, bad
// UTF-8, too deep nesting. Writing is stable: the same tree always gives the same bytes.

#include "base/result.h"

#include <cstddef>
#include <string>
#include <string_view>
#include <vector>

namespace fern::json {

enum class Kind { Null, Boolean, Number, String, Array, Object };

struct Member;

struct Node {
    Kind kind = Kind::Null;
    bool boolean = false;
    double number = 0;
    std::string text; ///< of a string its characters, of a number its spelling
    std::vector<Node> items; ///< of an array
    std::vector<Member> members; ///< of an object, in their order
    std::size_t offset = 0; ///< bytes before the end of the value's first token in the source text

    /// Compares values; where they stood in a file does not count.
    bool operator==(const Node& other) const;

    /// Appends a member to an object.
    void add(std::string key, Node value);
};

struct Member {
    std::string key;
    Node value;

    bool operator==(const Member&) const = default;
};

Node makeNumber(double value);
Node makeString(std::string text);
Node makeBoolean(bool value);
Node makeArray();
Node makeObject();

/// Returns the member, or null when the object has none of that name.
const Node* find(const Node& object, std::string_view key);

constexpr int maxDepth = 64;

/// Reads one JSON text. The error's place is "line L, column C".
Result<Node> parse(std::string_view text);

/// Returns "line L, column C" of a byte offset.
std::string placeOf(std::string_view text, std::size_t offset);

/// Writes with two-space indent and a final line end. Arrays and objects without containers inside
/// stay on one line when that line is short.
std::string write(const Node& node);

/// Returns how many bytes the tree is written with at least. Error: a text that is no UTF-8, or a
/// number that is not finite, which could not be read again.
Result<std::size_t> leastSize(const Node& node);

/// Writes on one line without blanks.
std::string writeCompact(const Node& node);

/// Returns the text as a quoted JSON string.
std::string quotedText(std::string_view text);

/// Escapes "~" and "/" of a key for use in a JSON pointer (RFC 6901).
std::string pointerToken(std::string_view key);

} // namespace fern::json
