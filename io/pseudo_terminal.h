#pragma once
// A pseudo-terminal: one end is written here, another program opens the other end like a serial
// port.

#include "base/result.h"

#include <memory>
#include <string>
#include <string_view>

namespace fern::io {

class PseudoTerminal {
public:
    /// Opens one, with a link to it at `link` when that is not empty. Error says why there is none:
    /// something else stands at that path, for one.
    static Result<std::unique_ptr<PseudoTerminal>> open(const std::string& link = {});
    PseudoTerminal(const PseudoTerminal&) = delete;
    PseudoTerminal& operator=(const PseudoTerminal&) = delete;
    ~PseudoTerminal();

    /// The path that another program opens.
    const std::string& path() const { return m_link.empty() ? m_path : m_link; }
    /// Writes what the other end has room for; returns how many bytes that was. Nobody need listen.
    std::size_t write(std::string_view bytes);
    /// Returns what the other end has written since the last call.
    std::string read();

private:
    PseudoTerminal(int ours, int theirs, std::string path, std::string link);

    int m_ours;
    int m_theirs; ///< kept open, so that a listener may come and go
    std::string m_path;
    std::string m_link;
};

} // namespace fern::io
