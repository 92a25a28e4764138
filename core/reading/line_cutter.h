#pragma once
// Cuts a stream of bytes into lines, whatever pieces it arrives in. A line ends with a line feed,
// with or without a carriage return before it.

#include <cstddef>
#include <string>
#include <string_view>
#include <vector>

namespace fern {

class LineCutter {
public:
    /// Lines with more bytes than `longest` are dropped and counted.
    explicit LineCutter(std::size_t longest = 4096)
        : m_longest(longest)
    {
    }

    /// Takes the next bytes; returns the lines that they complete, without their ends. Empty lines
    /// are left out.
    std::vector<std::string> feed(std::string_view bytes);

    /// Forgets a line that was begun, such as after the sender was unplugged.
    void reset();

    std::size_t tooLongCount() const { return m_tooLong; }

private:
    std::size_t m_longest;
    std::string m_begun;
    bool m_isDropping = false; ///< the rest of a line that is too long
    std::size_t m_tooLong = 0;
};

} // namespace fern
