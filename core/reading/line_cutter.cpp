#include "reading/line_cutter.h"

#include <utility>

namespace fern {

std::vector<std::string> LineCutter::feed(std::string_view bytes)
{
    std::vector<std::string> lines;
    while (!bytes.empty()) {
        const auto end = bytes.find('\n');
        const auto piece = bytes.substr(0, end);
        if (!m_isDropping && m_begun.size() + piece.size() > m_longest) {
            m_isDropping = true;
            ++m_tooLong;
            m_begun.clear();
        }
        if (!m_isDropping)
            m_begun += piece;
        if (end == std::string_view::npos)
            break;
        bytes.remove_prefix(end + 1);
        if (!m_begun.empty() && m_begun.back() == '\r')
            m_begun.pop_back();
        if (!std::exchange(m_isDropping, false) && !m_begun.empty())
            lines.push_back(std::move(m_begun));
        m_begun.clear();
    }
    return lines;
}

void LineCutter::reset()
{
    m_begun.clear();
    m_isDropping = false;
}

} // namespace fern
