#include "io/serial_port.h"

#include "io/threaded_link.h"

#include <QCoreApplication>
#include <QSerialPort>
#include <QSerialPortInfo>
#include <QTimer>

#include <chrono>
#include <filesystem>

#include <fmt/format.h>

namespace fern::io {

namespace {

/// What is in the way, and the way out.
std::string wordsOf(QSerialPort::SerialPortError error, const std::string& path)
{
    switch (error) {
    case QSerialPort::DeviceNotFoundError:
        return fmt::format("{} is not there: plug it in", path);
    case QSerialPort::PermissionError:
        // The lock of another program and a missing right have one code.
        if (std::filesystem::exists(path))
            return fmt::format("{} is in use by another program, or you may not open it: close the "
                               "other one, or join the group that owns it, often \"dialout\"",
                path);
        return fmt::format("{} may not be opened: join the group that owns it", path);
    case QSerialPort::OpenError:
        return fmt::format("{} is open already", path);
    case QSerialPort::UnsupportedOperationError:
        return fmt::format("{} does not know that speed", path);
    default:
        return fmt::format("{} was lost: the other end is gone", path);
    }
}

class SerialLink : public ThreadedLink {
public:
    explicit SerialLink(const SerialSetting& setting)
        : ThreadedLink(QStringLiteral("serial port"), setting.mostQueued)
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
        opened(fmt::format("{} at {} baud", m_setting.path, m_setting.baud));
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

class OpenSerialOut : public SerialOut {
public:
    explicit OpenSerialOut(std::unique_ptr<QSerialPort> port)
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

private:
    std::unique_ptr<QSerialPort> m_port;
};

} // namespace

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

Result<std::unique_ptr<SerialOut>> SerialOut::open(const std::string& path, int baud)
{
    auto port = std::make_unique<QSerialPort>();
    port->setPortName(QString::fromStdString(path));
    port->setBaudRate(baud);
    if (!port->open(QIODevice::WriteOnly))
        return Error{ErrorCode::CannotWrite, wordsOf(port->error(), path), ""};
    return std::unique_ptr<SerialOut>(std::make_unique<OpenSerialOut>(std::move(port)));
}

} // namespace fern::io
