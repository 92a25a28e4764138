// A feed over HTTP on the loop-back address: what it tells arrives; a server that hangs, refuses,
// leads elsewhere or tears its answers is told in words and asked again later and later.

#include "io/feed_server.h"
#include "io/http_feed.h"
#include "plan/stand_in_points.h"
#include "reading/stream_reader.h"
#include "tests/io/event_loop.h"

#include <QHostAddress>
#include <QTcpServer>
#include <QTcpSocket>

#include <gmock/gmock.h>

#include <fmt/format.h>

namespace fern::io {
namespace {

std::unique_ptr<StandIn> computer()
{
    return std::move(
        makeStandIn(usualInstrumentFor(StandInKind::Computer), {StandInKind::Computer}))
        .value();
}

/// A server that gives every question one answer, as bytes.
class Answering {
public:
    explicit Answering(QByteArray answer)
    {
        EXPECT_TRUE(server.listen(QHostAddress::LocalHost));
        QObject::connect(&server, &QTcpServer::newConnection, &server, [this, answer] {
            auto* socket = server.nextPendingConnection();
            QObject::connect(socket, &QTcpSocket::readyRead, socket, [this, socket, answer] {
                ++questions;
                socket->readAll();
                socket->write(answer);
                socket->disconnectFromHost();
            });
        });
    }
    std::string address() const
    {
        return fmt::format("http://127.0.0.1:{}/x", server.serverPort());
    }

    QTcpServer server;
    int questions = 0;
};

QByteArray answerOf(const QByteArray& body, const QByteArray& head = "HTTP/1.1 200 OK\r\n")
{
    return head + "Content-Length: " + QByteArray::number(body.size()) + "\r\n\r\n" + body;
}

class HttpFeed : public test::EventLoopTest {
protected:
    std::unique_ptr<Link> listenAt(const std::string& url) const
    {
        HttpSetting setting;
        setting.url = url;
        setting.everySeconds = 0.02;
        setting.timeOutSeconds = 0.3;
        setting.longestWaitSeconds = 0.1;
        setting.mostQueued = 2000;
        return listenTo(setting);
    }
    /// What the link says once it has stopped opening.
    std::string wordsOf(const std::string& url)
    {
        const auto link = listenAt(url);
        EXPECT_TRUE(waitFor([&] { return link->report().state != LinkState::Opening; }));
        EXPECT_EQ(link->report().state, LinkState::Failed);
        EXPECT_TRUE(link->take().empty());
        return link->report().words;
    }
};

TEST_F(HttpFeed, WhatTheStandInTellsArrives)
{
    const auto server = std::move(FeedServer::open(computer(), "computer", 0)).value();
    const auto link = listenAt(server->address());
    StreamReader stream;
    std::vector<StreamLine> lines;
    ASSERT_TRUE(waitFor([&] {
        for (const auto& chunk : link->take())
            for (auto& line : stream.feed(chunk.at, chunk.bytes))
                lines.push_back(std::move(line));
        return lines.size() > 10;
    }));
    EXPECT_EQ(stream.shape().form, StreamForm::Json);
    EXPECT_EQ(stream.counts().bad, 0U);
    EXPECT_GE(lines.back().reading.fields.size(), 3U);
    EXPECT_EQ(link->report().state, LinkState::Open);
    // It refuses, and comes back: the same link goes on.
    server->setFaults({0, false, true});
    ASSERT_TRUE(waitFor([&] { return link->report().state != LinkState::Open; }));
    EXPECT_THAT(link->report().words, testing::HasSubstr("refuses the connection"));
    server->setFaults({});
    ASSERT_TRUE(waitFor([&] { return link->report().state == LinkState::Open; }));
    EXPECT_EQ(link->report().opened, 2);
    // It hangs: the time runs out.
    server->setFaults({0, true, false});
    ASSERT_TRUE(waitFor([&] { return link->report().state != LinkState::Open; }));
    EXPECT_THAT(link->report().words, testing::HasSubstr("does not answer within 300 ms"));
    // It tears its answers: they are counted as bad lines, and nothing else happens.
    server->setFaults({1, false, false});
    ASSERT_TRUE(waitFor([&] {
        for (const auto& chunk : link->take())
            stream.feed(chunk.at, chunk.bytes);
        return stream.counts().bad > 3;
    }));
}

TEST_F(HttpFeed, AnAnswerOfManyLinesIsOne)
{
    Answering server(answerOf("{\n  \"a\": 1.50,\n  \"b\": { \"c\": \"x\" }\n}\n"));
    const auto link = listenAt(server.address());
    std::string bytes;
    ASSERT_TRUE(waitFor([&] {
        for (const auto& chunk : link->take())
            bytes += chunk.bytes;
        return !bytes.empty();
    }));
    EXPECT_THAT(bytes, testing::StartsWith("{\"a\":1.50,\"b\":{\"c\":\"x\"}}\n"));
}

TEST_F(HttpFeed, SaysWhatIsInTheWay)
{
    Answering missing(answerOf("no", "HTTP/1.1 404 Not Found\r\n"));
    EXPECT_THAT(wordsOf(missing.address()), testing::HasSubstr("answers 404"));
    Answering endless(answerOf(QByteArray(100000, 'x')));
    EXPECT_THAT(wordsOf(endless.address()), testing::HasSubstr("more than can be taken"));
    Answering torn("HTTP/1.1 200 OK\r\nContent-Length: 50\r\n\r\n{\"a\":");
    EXPECT_THAT(wordsOf(torn.address()), testing::HasSubstr("cannot be read"));
    EXPECT_THAT(wordsOf("http://127.0.0.1:1/"), testing::HasSubstr("refuses the connection"));
}

TEST_F(HttpFeed, AsksNoAddressThatNobodyTyped)
{
    Answering elsewhere(answerOf("{\"a\":1}"));
    Answering leading(answerOf("",
        "HTTP/1.1 302 Found\r\nLocation: " + QByteArray::fromStdString(elsewhere.address())
            + "\r\n"));
    EXPECT_THAT(wordsOf(leading.address()), testing::HasSubstr("leads to another address"));
    EXPECT_EQ(elsewhere.questions, 0);
}

TEST_F(HttpFeed, AsksAServerInTroubleLessAndLess)
{
    Answering broken(answerOf("no", "HTTP/1.1 500 Oh\r\n"));
    const auto link = listenAt(broken.address());
    ASSERT_TRUE(waitFor([&] {
        return link->report().words.find("asked again in 100 ms") != std::string::npos;
    })) << link->report().words;
    EXPECT_EQ(broken.questions, 3) << "after 40, 80 and 100 ms";
}

TEST_F(HttpFeed, ReadsWhatIsTyped)
{
    const auto setting = parseHttpSetting(" http://shed.local:8090/values 0.5 ");
    ASSERT_TRUE(setting);
    EXPECT_EQ(setting->url, "http://shed.local:8090/values");
    EXPECT_EQ(setting->everySeconds, 0.5);
    EXPECT_EQ(parseHttpSetting("http://shed.local/")->everySeconds, 2);
    for (const auto* wrong : {"", "shed.local", "http://shed.local/ 0", "http://a.b/ 2 3"})
        EXPECT_EQ(parseHttpSetting(wrong).error().message,
            fmt::format(
                "\"{}\" is no address and seconds, such as http://192.168.1.20/values 2", wrong));
}

TEST_F(HttpFeed, KnowsAddresses)
{
    for (const char* good : {"http://192.168.1.20/values", "https://shed.example:8080/a?b=c"})
        EXPECT_TRUE(isFeedAddress(good)) << good;
    for (const char* bad : {"", "shed", "/dev/ttyUSB0", "ftp://shed/a", "http://", "http:///a"})
        EXPECT_FALSE(isFeedAddress(bad)) << bad;
    const auto one = std::move(FeedServer::open(computer(), "computer", 0)).value();
    const auto address = one->address();
    const int port = std::stoi(address.substr(address.rfind(':') + 1));
    const auto second = FeedServer::open(computer(), "computer", port);
    ASSERT_FALSE(second);
    EXPECT_THAT(second.error().message, testing::HasSubstr("cannot be opened"));
}

} // namespace
} // namespace fern::io
