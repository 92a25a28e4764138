#include "io/outlet.h"

#include "io/pseudo_terminal.h"

namespace fern::io {

namespace {

class TerminalOutlet : public Outlet {
public:
    explicit TerminalOutlet(std::unique_ptr<PseudoTerminal> terminal)
        : m_terminal(std::move(terminal))
    {
    }
    Result<void> write(std::string_view bytes) override
    {
        m_terminal->write(bytes);
        return {};
    }
    std::string words() const override { return m_terminal->path(); }

private:
    std::unique_ptr<PseudoTerminal> m_terminal;
};

} // namespace

Result<std::unique_ptr<Outlet>> openTerminal(const std::string& link)
{
    auto opened = PseudoTerminal::open(link);
    if (!opened)
        return opened.error();
    return std::unique_ptr<Outlet>(std::make_unique<TerminalOutlet>(std::move(opened).value()));
}

} // namespace fern::io
