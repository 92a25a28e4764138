#include "io/http_feed.h"

#include "base/json.h"
#include "base/number_text.h"
#include "base/split.h"
#include "io/threaded_link.h"

#include <QNetworkAccessManager>
#include <QNetworkProxy>
#include <QNetworkReply>
#include <QTimer>
#include <QUrl>

#include <algorithm>

#include <fmt/format.h>

namespace fern::io {

namespace {

std::chrono::milliseconds milliseconds(double seconds)
{
    return std::chrono::milliseconds(static_cast<int>(1000 * seconds));
}

/// An answer as lines that end; JSON in one line.
QByteArray linesOf(const QByteArray& answer)
{
    const std::string text = answer.toStdString();
    if (const auto begin = trimmed(text); begin.starts_with('{'))
        if (const auto root = json::parse(begin))
            return QByteArray::fromStdString(json::writeCompact(*root) + "\n");
    return answer.endsWith('\n') ? answer : answer + '\n';
}

class HttpLink : public ThreadedLink {
public:
    explicit HttpLink(const HttpSetting& setting)
        : ThreadedLink(setting.mostQueued)
        , m_setting(setting)
        , m_wait(setting.everySeconds)
    {
        start([this] { begin(); }, [this] { m_network.reset(); });
    }
    HttpLink(const HttpLink&) = delete;
    HttpLink& operator=(const HttpLink&) = delete;
    ~HttpLink() override { stop(); }

private:
    // Everything below runs in the thread of the link.
    void begin()
    {
        m_network = std::make_unique<QNetworkAccessManager>();
        m_network->setProxy(QNetworkProxy::NoProxy);
        ask();
    }
    void ask()
    {
        if (!m_network)
            return;
        QNetworkRequest request(QUrl(QString::fromStdString(m_setting.url)));
        request.setAttribute(
            QNetworkRequest::RedirectPolicyAttribute, QNetworkRequest::ManualRedirectPolicy);
        auto* reply = m_network->get(request);
        QTimer::singleShot(milliseconds(m_setting.timeOutSeconds), reply, &QNetworkReply::abort);
        QObject::connect(reply, &QNetworkReply::readyRead, &context(), [this, reply] {
            if (reply->bytesAvailable() > static_cast<qint64>(m_setting.mostQueued))
                reply->abort();
        });
        QObject::connect(reply, &QNetworkReply::finished, &context(), [this, reply] {
            finish(*reply);
            reply->deleteLater();
            QTimer::singleShot(milliseconds(m_wait), &context(), [this] { ask(); });
        });
    }
    void finish(QNetworkReply& reply)
    {
        const int status = reply.attribute(QNetworkRequest::HttpStatusCodeAttribute).toInt();
        if (reply.error() == QNetworkReply::NoError && status >= 200 && status < 300) {
            if (!m_isOpen)
                opened(fmt::format(
                    "{} every {}", m_setting.url, durationText(m_setting.everySeconds)));
            m_isOpen = true;
            m_wait = m_setting.everySeconds;
            return push(linesOf(reply.readAll()));
        }
        // The pause doubles, so that a server in trouble is left in peace.
        m_wait =
            std::min(2 * m_wait, std::max(m_setting.longestWaitSeconds, m_setting.everySeconds));
        failed(m_isOpen ? LinkState::Lost : LinkState::Failed,
            fmt::format("{} {}; asked again in {}", m_setting.url, whyNot(reply, status),
                durationText(m_wait)));
        m_isOpen = false;
    }
    std::string whyNot(const QNetworkReply& reply, int status) const
    {
        if (status >= 300 && status < 400)
            return "leads to another address, which is not asked: type that one";
        if (status >= 400)
            return fmt::format("answers {}", status);
        switch (reply.error()) {
        case QNetworkReply::ConnectionRefusedError:
            return "refuses the connection: is the program there running";
        case QNetworkReply::HostNotFoundError:
            return "has a host that is not found";
        case QNetworkReply::OperationCanceledError:
            return reply.bytesAvailable() > static_cast<qint64>(m_setting.mostQueued)
                ? "answers with more than can be taken"
                : fmt::format("does not answer within {}", durationText(m_setting.timeOutSeconds));
        default:
            return "cannot be read: " + reply.errorString().toStdString();
        }
    }

    HttpSetting m_setting;
    double m_wait; ///< seconds until the next question
    bool m_isOpen = false;
    std::unique_ptr<QNetworkAccessManager> m_network;
};

} // namespace

bool isFeedAddress(const std::string& text)
{
    const QUrl url(QString::fromStdString(text), QUrl::StrictMode);
    return url.isValid() && !url.host().isEmpty()
        && (url.scheme() == QStringLiteral("http") || url.scheme() == QStringLiteral("https"));
}

Result<HttpSetting> parseHttpSetting(std::string_view text)
{
    const auto words = splitAtBlanks(text);
    const auto every = words.size() > 1 ? parseNumber(words[1]) : std::optional(2.0);
    constexpr double shortest = 0.1;
    constexpr double longest = 86400;
    if (words.empty() || words.size() > 2 || !isFeedAddress(std::string(words[0])) || !every
        || *every < shortest || *every > longest)
        return Error{ErrorCode::InvalidArgument,
            fmt::format(
                "\"{}\" is no address and seconds, such as http://192.168.1.20/values 2", text),
            ""};
    HttpSetting setting;
    setting.url = words[0];
    setting.everySeconds = *every;
    return setting;
}

std::unique_ptr<Link> listenTo(const HttpSetting& setting)
{
    return std::make_unique<HttpLink>(setting);
}

} // namespace fern::io
