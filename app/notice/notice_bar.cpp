#include "app/notice/notice_bar.h"

#include "app/look/inputs.h"
#include "app/look/look.h"
#include "app/runner/background_job.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include <cmath>
#include <utility>

namespace fern::app {

namespace {

/// How a kind looks: never by colour alone, so a word stands before it too.
struct Traits {
    QColor Tokens::*colour;
    QPalette::ColorRole text;
    const char* word;
};
constexpr std::array<Traits, NoticeBar::kindCount> traits{{
    {&Tokens::brick, brickRole, QT_TRANSLATE_NOOP("NoticeBar", "Not done")},
    {&Tokens::moss, QPalette::WindowText, QT_TRANSLATE_NOOP("NoticeBar", "At work")},
    {&Tokens::amber, QPalette::WindowText, QT_TRANSLATE_NOOP("NoticeBar", "Question")},
    {&Tokens::accent, QPalette::WindowText, QT_TRANSLATE_NOOP("NoticeBar", "Done")},
}};

const Traits& traitsOf(NoticeBar::Kind kind)
{
    return traits[static_cast<std::size_t>(kind)];
}

} // namespace

NoticeBar::NoticeBar(QWidget* parent)
    : QWidget(parent)
    , m_atField(new FieldNote(this))
    , m_text(new QLabel(this))
    , m_ways(new QHBoxLayout)
{
    setObjectName(QStringLiteral("noticeBar"));
    m_text->setObjectName(QStringLiteral("notice"));
    m_text->setWordWrap(true);
    m_text->setMinimumWidth(480); // else the label asks for the height of a narrow column
    m_text->setFont(wordFont(13, true));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(2 * grid, grid - 3, 2 * grid, grid - 3);
    row->addWidget(m_text, 1);
    row->addLayout(m_ways);
    hide();
}

void NoticeBar::refuse(const QString& message)
{
    if (auto* field = CheckedEdit::entering())
        return m_atField->tell(*field, message);
    m_atField->hide();
    put(Kind::Refusal, {message, {{tr("Close"), [] {}}}});
}

void NoticeBar::tell(const QString& message, std::vector<Way> ways)
{
    ways.push_back({tr("Good"), [] {}});
    put(Kind::News, {message, std::move(ways)});
}

void NoticeBar::ask(const QString& message, std::vector<Way> ways)
{
    put(Kind::Question, {message, std::move(ways)});
}

void NoticeBar::follow(BackgroundJob& job)
{
    connect(&job, &BackgroundJob::progressed, this, [this, &job](double share) {
        const auto words = tr("%1, %2 %").arg(job.words()).arg(std::lround(100 * share));
        if (m_shown == Kind::Progress)
            m_text->setText(words);
        else
            put(Kind::Progress, {words, {{tr("Stop"), [&job] { job.stop(); }}}});
    });
    connect(&job, &BackgroundJob::ended, this, [this] { withdraw(Kind::Progress); });
}

void NoticeBar::clearPassing()
{
    m_atField->hide();
    withdraw(Kind::Refusal);
    withdraw(Kind::News);
}

void NoticeBar::withdraw(Kind kind)
{
    m_notices[static_cast<std::size_t>(kind)].reset();
    if (m_shown == kind)
        showUrgent();
}

void NoticeBar::put(Kind kind, Notice notice)
{
    m_notices[static_cast<std::size_t>(kind)] = std::move(notice);
    showUrgent();
}

void NoticeBar::showUrgent()
{
    for (auto* button : m_buttons)
        button->deleteLater();
    m_buttons.clear();
    m_shown.reset();
    for (std::size_t i = 0; i < kindCount && !m_shown; ++i)
        if (m_notices[i])
            m_shown = static_cast<Kind>(i);
    setVisible(m_shown.has_value());
    if (!m_shown)
        return;
    const auto kind = *m_shown;
    const auto& notice = *m_notices[static_cast<std::size_t>(kind)];
    m_text->setText(notice.message);
    m_text->setForegroundRole(traitsOf(kind).text);
    setAccessibleName(tr(traitsOf(kind).word));
    for (const auto& way : notice.ways) {
        auto* button = new QPushButton(way.label, this);
        button->setObjectName(QStringLiteral("way") + way.label);
        m_ways->addWidget(button);
        button->show(); // at once, not when the layout gets round to it
        m_buttons.push_back(button);
        connect(button, &QPushButton::clicked, this, [this, kind, go = way.go] {
            withdraw(kind);
            go();
        });
    }
    update();
}

void NoticeBar::paintEvent(QPaintEvent* /*event*/)
{
    if (!m_shown)
        return;
    QPainter painter(this);
    painter.fillRect(rect(), tokens().card);
    painter.fillRect(QRect(0, 0, width(), 1), tokens().line);
    painter.fillRect(QRect(0, 0, 6, height()), tokens().*traitsOf(*m_shown).colour);
}

} // namespace fern::app
