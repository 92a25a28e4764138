#include "io/serial_port.h"

#include <QCoreApplication>
#include <QSerialPort>
#include <QSerialPortInfo>
#include <QThread>
#include <QTimer>

#include <chrono>
#include <deque>
#include <filesystem>
#include <mutex>

#include <fmt/format.h>

namespace fern::io {

namespace {

using HostClock = std::chrono::steady_clock;

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

class SerialLink : public Link {
public:
    explicit SerialLink(const SerialSetting& setting)
        : m_setting(setting)
        , m_start(HostClock::now())
    {
        m_thread.setObjectName(QStringLiteral("serial port"));
        m_context.moveToThread(&m_thread);
        QObject::connect(&m_thread, &QThread::started, &m_context, [this] { begin(); });
        QObject::connect(
            &m_thread, &QThread::finished, &m_context, [this] { m_port.reset(); },
            Qt::DirectConnection);
        m_thread.start();
    }
    SerialLink(const SerialLink&) = delete;
    SerialLink& operator=(const SerialLink&) = delete;
    ~SerialLink() override
    {
        m_thread.quit();
        m_thread.wait();
    }

    Ticks now() const override
    {
        return Ticks{
            std::chrono::duration_cast<std::chrono::nanoseconds>(HostClock::now() - m_start)
                .count()};
    }
    std::vector<LiveChunk> take() override
    {
        const std::lock_guard lock(m_mutex);
        std::vector<LiveChunk> chunks(
            std::make_move_iterator(m_queue.begin()), std::make_move_iterator(m_queue.end()));
        m_queue.clear();
        m_queued = 0;
        return chunks;
    }
    LinkReport report() const override
    {
        const std::lock_guard lock(m_mutex);
        return m_report;
    }

private:
    // Everything below runs in the thread of the port.
    void begin()
    {
        m_port = std::make_unique<QSerialPort>();
        m_port->setPortName(QString::fromStdString(m_setting.path));
        m_port->setBaudRate(m_setting.baud);
        QObject::connect(m_port.get(), &QSerialPort::readyRead, &m_context, [this] { readAll(); });
        QObject::connect(m_port.get(), &QSerialPort::errorOccurred, &m_context,
            [this](QSerialPort::SerialPortError error) { fail(error); });
        open();
    }
    void open()
    {
        if (!m_port || m_port->isOpen() || !m_port->open(QIODevice::ReadOnly))
            return; // errorOccurred has said why
        m_isLeaving = false;
        const std::lock_guard lock(m_mutex);
        m_report.state = LinkState::Open;
        m_report.words = fmt::format("{} at {} baud", m_setting.path, m_setting.baud);
        ++m_report.opened;
        m_isNewBegin = true;
    }
    /// A port whose other end is gone tells that again and again until it is closed.
    void fail(QSerialPort::SerialPortError error)
    {
        if (error == QSerialPort::NoError || m_isLeaving)
            return;
        const bool wasOpen = m_port->isOpen();
        {
            const std::lock_guard lock(m_mutex);
            m_report.state = wasOpen ? LinkState::Lost : LinkState::Failed;
            m_report.words = wordsOf(error, m_setting.path);
        }
        m_isLeaving = true;
        const auto retry =
            std::chrono::milliseconds(static_cast<int>(1000 * m_setting.retrySeconds));
        QTimer::singleShot(0, &m_context, [this] { m_port->close(); });
        QTimer::singleShot(retry, &m_context, [this] {
            m_isLeaving = false;
            open();
        });
    }
    void readAll()
    {
        const auto bytes = m_port->readAll();
        if (bytes.isEmpty())
            return;
        const auto at = now();
        const std::lock_guard lock(m_mutex);
        const auto size = static_cast<std::size_t>(bytes.size());
        if (m_queued + size > m_setting.mostQueued) {
            m_report.lostBytes += size;
            m_isNewBegin = true; // the line that was begun has a hole
            return;
        }
        m_queued += size;
        m_queue.push_back({at, bytes.toStdString(), std::exchange(m_isNewBegin, false)});
    }

    SerialSetting m_setting;
    HostClock::time_point m_start;
    mutable std::mutex m_mutex;
    std::deque<LiveChunk> m_queue; ///< guarded
    std::size_t m_queued = 0; ///< bytes, guarded
    LinkReport m_report; ///< guarded
    bool m_isNewBegin = true; ///< guarded
    bool m_isLeaving = false; ///< told of an error; waits before it tries again
    std::unique_ptr<QSerialPort> m_port;
    QObject m_context;
    QThread m_thread;
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
