#include "io/serial_port.h"

#include "base/number_text.h"
#include "base/split.h"
#include "io/threaded_link.h"

#include <QCoreApplication>
#include <QSerialPort>
#include <QSerialPortInfo>
#include <QTimer>

#include <chrono>
#include <cmath>

#include <grp.h>
#include <sys/stat.h>
#include <unistd.h>

#include <fmt/format.h>

namespace fern::io {

namespace {

/// The group that owns a file; empty when it has no name, or is not there.
std::string groupOf(const std::string& path)
{
    struct stat facts { };
    if (stat(path.c_str(), &facts) != 0)
        return {};
    const auto* group = getgrgid(facts.st_gid);
    return group == nullptr ? std::string() : group->gr_name;
}

/// What is in the way, and the way out.
std::string wordsOf(QSerialPort::SerialPortError error, const std::string& path)
{
    switch (error) {
    case QSerialPort::DeviceNotFoundError:
        return fmt::format("{} is not there: plug it in", path);
    case QSerialPort::PermissionError:
        // The lock of another program and a missing right have one code.
        return refusalWords(path, access(path.c_str(), R_OK | W_OK) == 0, groupOf(path));
    case QSerialPort::OpenError:
        return fmt::format("{} is open already", path);
    case QSerialPort::UnsupportedOperationError:
        return fmt::format("{} does not know that speed", path);
    default:
        return fmt::format("{} was lost: the other end is gone", path);
    }
}

std::string openWords(const std::string& path, int baud)
{
    return fmt::format("{} at {} baud", path, baud);
}

class SerialLink : public ThreadedLink {
public:
    explicit SerialLink(const SerialSetting& setting)
        : ThreadedLink(setting.mostQueued)
        , m_setting(setting)
    {
        start([this] { begin(); }, [this] { m_port.reset(); });
    }
    SerialLink(const SerialLink&) = delete;
    SerialLink& operator=(const SerialLink&) = delete;
    ~SerialLink() override { stop(); }

private:
    // Everything below runs in the thread of the port.
    void begin()
    {
        m_port = std::make_unique<QSerialPort>();
        m_port->setPortName(QString::fromStdString(m_setting.path));
        m_port->setBaudRate(m_setting.baud);
        QObject::connect(
            m_port.get(), &QSerialPort::readyRead, &context(), [this] { push(m_port->readAll()); });
        QObject::connect(m_port.get(), &QSerialPort::errorOccurred, &context(),
            [this](QSerialPort::SerialPortError error) { fail(error); });
        open();
    }
    void open()
    {
        if (!m_port || m_port->isOpen() || !m_port->open(QIODevice::ReadOnly))
            return; // errorOccurred has said why
        m_isLeaving = false;
        opened(openWords(m_setting.path, m_setting.baud));
    }
    /// A port whose other end is gone tells that again and again until it is closed.
    void fail(QSerialPort::SerialPortError error)
    {
        if (error == QSerialPort::NoError || m_isLeaving)
            return;
        failed(
            m_port->isOpen() ? LinkState::Lost : LinkState::Failed, wordsOf(error, m_setting.path));
        m_isLeaving = true;
        const auto retry =
            std::chrono::milliseconds(static_cast<int>(1000 * m_setting.retrySeconds));
        QTimer::singleShot(0, &context(), [this] { m_port->close(); });
        QTimer::singleShot(retry, &context(), [this] {
            m_isLeaving = false;
            open();
        });
    }

    SerialSetting m_setting;
    bool m_isLeaving = false; ///< told of an error; waits before it tries again
    std::unique_ptr<QSerialPort> m_port;
};

class PortOutlet : public Outlet {
public:
    explicit PortOutlet(std::unique_ptr<QSerialPort> port)
        : m_port(std::move(port))
    {
    }
    Result<void> write(std::string_view bytes) override
    {
        constexpr int patience = 2000; // milliseconds
        m_port->write(bytes.data(), static_cast<qint64>(bytes.size()));
        while (m_port->bytesToWrite() > 0)
            if (!m_port->waitForBytesWritten(patience))
                return Error{ErrorCode::CannotWrite,
                    wordsOf(m_port->error(), m_port->portName().toStdString()), ""};
        return {};
    }
    std::string words() const override
    {
        return openWords(m_port->portName().toStdString(), m_port->baudRate());
    }

private:
    std::unique_ptr<QSerialPort> m_port;
};

} // namespace

std::string refusalWords(const std::string& path, bool mayOpen, const std::string& group)
{
    if (mayOpen)
        return fmt::format("{} is in use by another program: close that one", path);
    return fmt::format("you may not open {}: join the group {}, then log in again", path,
        group.empty() ? "that owns it" : fmt::format("\"{}\" that owns it", group));
}

Result<SerialSetting> parseSerialSetting(std::string_view text)
{
    const auto words = splitAtBlanks(text);
    constexpr double fastest = 4e6;
    const auto baud = words.size() > 1 ? parseNumber(words[1]) : std::optional(9600.0);
    if (words.empty() || words.size() > 2 || !baud || *baud < 1 || *baud > fastest
        || *baud != std::floor(*baud))
        return Error{ErrorCode::InvalidArgument,
            fmt::format("\"{}\" is no port and speed, such as /dev/ttyUSB0 115200", text), ""};
    SerialSetting setting;
    setting.path = words[0];
    setting.baud = static_cast<int>(*baud);
    return setting;
}

std::vector<PortInfo> serialPorts()
{
    std::vector<PortInfo> ports;
    for (const auto& info : QSerialPortInfo::availablePorts())
        ports.push_back({info.systemLocation().toStdString(), info.description().toStdString()});
    return ports;
}

std::unique_ptr<Link> listenTo(const SerialSetting& setting)
{
    return std::make_unique<SerialLink>(setting);
}

Result<std::unique_ptr<Outlet>> openPort(const std::string& path, int baud)
{
    auto port = std::make_unique<QSerialPort>();
    port->setPortName(QString::fromStdString(path));
    port->setBaudRate(baud);
    if (!port->open(QIODevice::WriteOnly))
        return Error{ErrorCode::CannotWrite, wordsOf(port->error(), path), ""};
    return std::unique_ptr<Outlet>(std::make_unique<PortOutlet>(std::move(port)));
}

} // namespace fern::io
