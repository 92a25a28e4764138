#include "io/pseudo_terminal.h"

#include <array>
#include <cerrno>
#include <cstdlib>
#include <cstring>
#include <filesystem>
#include <system_error>

#include <fcntl.h>
#include <termios.h>
#include <unistd.h>

#include <fmt/format.h>

namespace fern::io {

namespace {

Error systemError(const std::string& what)
{
    return {ErrorCode::CannotWrite,
        fmt::format("{}: {}", what, std::system_category().message(errno)), ""};
}

} // namespace

Result<std::unique_ptr<PseudoTerminal>> PseudoTerminal::open(const std::string& link)
{
    const int ours = posix_openpt(O_RDWR | O_NOCTTY | O_NONBLOCK | O_CLOEXEC);
    if (ours < 0)
        return systemError("no pseudo-terminal can be opened");
    std::array<char, 128> name{};
    int theirs = -1;
    if (grantpt(ours) != 0 || unlockpt(ours) != 0 || ptsname_r(ours, name.data(), name.size()) != 0
        || (theirs = ::open(name.data(), O_RDWR | O_NOCTTY | O_CLOEXEC)) < 0) {
        auto error = systemError("the pseudo-terminal cannot be used");
        close(ours);
        return error;
    }
    termios raw{};
    tcgetattr(theirs, &raw);
    cfmakeraw(&raw);
    tcsetattr(theirs, TCSANOW, &raw);
    std::unique_ptr<PseudoTerminal> terminal(
        new PseudoTerminal(ours, theirs, name.data(), std::string()));
    if (link.empty())
        return terminal;
    std::error_code failure;
    if (std::filesystem::is_symlink(link))
        std::filesystem::remove(link, failure); // left by one before
    std::filesystem::create_symlink(terminal->m_path, link, failure);
    if (failure)
        return Error{ErrorCode::CannotWrite,
            fmt::format("the link cannot be made: {}", failure.message()), link};
    terminal->m_link = link;
    return terminal;
}

PseudoTerminal::PseudoTerminal(int ours, int theirs, std::string path, std::string link)
    : m_ours(ours)
    , m_theirs(theirs)
    , m_path(std::move(path))
    , m_link(std::move(link))
{
}

PseudoTerminal::~PseudoTerminal()
{
    close(m_theirs);
    close(m_ours);
    std::error_code ignored;
    if (!m_link.empty())
        std::filesystem::remove(m_link, ignored);
}

std::size_t PseudoTerminal::write(std::string_view bytes)
{
    const auto written = ::write(m_ours, bytes.data(), bytes.size());
    return written < 0 ? 0 : static_cast<std::size_t>(written);
}

std::string PseudoTerminal::read()
{
    std::array<char, 4096> part{};
    std::string all;
    for (ssize_t n = 0; (n = ::read(m_ours, part.data(), part.size())) > 0;)
        all.append(part.data(), static_cast<std::size_t>(n));
    return all;
}

} // namespace fern::io
