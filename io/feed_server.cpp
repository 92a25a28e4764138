#include "io/feed_server.h"

#include "base/json.h"
#include "base/number_text.h"
#include "reading/stream_reader.h"

#include <QHostAddress>
#include <QTcpServer>
#include <QTcpSocket>

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

namespace fern::io {

namespace {

class OpenFeedServer : public FeedServer {
public:
    OpenFeedServer(std::unique_ptr<StandIn> standIn, std::string name)
        : m_link(std::move(standIn), std::move(name))
    {
        QObject::connect(&m_server, &QTcpServer::newConnection, &m_server, [this] { accept(); });
    }
    bool listen(quint16 port)
    {
        const bool listens = m_server.listen(QHostAddress::LocalHost, port);
        m_port = m_server.serverPort();
        return listens;
    }
    std::string whyNot() const { return m_server.errorString().toStdString(); }

    std::string address() const override { return fmt::format("http://127.0.0.1:{}/", m_port); }
    int answers() const override { return m_answers; }
    void setFaults(const StandInFaults& faults) override
    {
        m_faults = faults;
        if (faults.isUnplugged)
            m_server.close();
        else if (!m_server.isListening())
            m_server.listen(QHostAddress::LocalHost, m_port);
    }

private:
    void accept()
    {
        while (auto* socket = m_server.nextPendingConnection()) {
            QObject::connect(socket, &QTcpSocket::disconnected, socket, &QObject::deleteLater);
            QObject::connect(socket, &QTcpSocket::readyRead, &m_server, [this, socket] {
                // The question ends with an empty line; what it asks for makes no difference.
                if (!m_faults.isSilent && socket->peek(8192).contains("\r\n\r\n"))
                    answer(*socket);
            });
        }
    }
    void answer(QTcpSocket& socket)
    {
        socket.readAll();
        for (const auto& chunk : m_link.take())
            for (const auto& line : m_stream.feed(chunk.at, chunk.bytes))
                for (const auto& field : line.reading.fields)
                    remember(field);
        auto body = json::writeCompact(m_values);
        if (m_faults.damage > 0
            && m_chance.uniform(static_cast<std::uint64_t>(m_answers)) < m_faults.damage)
            body.resize(body.size() / 2);
        ++m_answers;
        socket.write(QByteArray::fromStdString(
            fmt::format("HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nContent-Length: "
                        "{}\r\nConnection: close\r\n\r\n",
                body.size())
            + body));
        socket.disconnectFromHost();
    }
    void remember(const StreamField& field)
    {
        auto value = std::isnan(field.number) ? json::makeString(field.text)
                                              : json::makeNumber(field.number);
        if (value.kind == json::Kind::Number && parseNumber(field.text)
            && field.text.front() != '+')
            value.text = field.text; // as it was told: 13.40 says more than 13.4
        const auto known = std::find_if(m_values.members.begin(), m_values.members.end(),
            [&](const json::Member& member) { return member.key == field.name; });
        if (known == m_values.members.end())
            m_values.members.push_back({field.name, std::move(value)});
        else
            known->value = std::move(value);
    }

    StandInLink m_link;
    StreamReader m_stream;
    json::Node m_values = json::makeObject();
    StandInFaults m_faults;
    RandomStream m_chance{0, "stand-in", "feed"};
    int m_answers = 0;
    quint16 m_port = 0;
    QTcpServer m_server;
};

} // namespace

Result<std::unique_ptr<FeedServer>> FeedServer::open(
    std::unique_ptr<StandIn> standIn, std::string name, int port)
{
    auto server = std::make_unique<OpenFeedServer>(std::move(standIn), std::move(name));
    if (!server->listen(static_cast<quint16>(port)))
        return Error{ErrorCode::CannotWrite,
            fmt::format("port {} of this computer cannot be opened: {}", port, server->whyNot()),
            ""};
    return std::unique_ptr<FeedServer>(std::move(server));
}

} // namespace fern::io
