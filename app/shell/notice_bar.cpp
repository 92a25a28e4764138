#include "app/shell/notice_bar.h"

#include "app/look/look.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include <utility>

namespace fern::app {

NoticeBar::NoticeBar(QWidget* parent)
    : QWidget(parent)
    , m_text(new QLabel(this))
    , m_ways(new QHBoxLayout)
{
    setObjectName(QStringLiteral("noticeBar"));
    m_text->setObjectName(QStringLiteral("notice"));
    m_text->setWordWrap(true);
    m_text->setMinimumWidth(480); // else the label asks for the height of a narrow column
    m_text->setFont(wordFont(13, true));
    m_text->setForegroundRole(brickRole);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(2 * grid, grid - 3, 2 * grid, grid - 3);
    row->addWidget(m_text, 1);
    row->addLayout(m_ways);
    hide();
}

void NoticeBar::showMessage(const QString& message)
{
    if (m_isChoice && isVisible())
        return; // a question comes first
    showChoice(message, {{tr("Close"), [] {}}});
    m_isChoice = false;
}

void NoticeBar::showChoice(const QString& message, std::vector<Way> ways)
{
    m_isChoice = true;
    m_isProgress = false;
    m_text->setText(message);
    for (auto* button : m_buttons)
        button->deleteLater();
    m_buttons.clear();
    for (auto& way : ways) {
        auto* button = new QPushButton(way.label, this);
        button->setObjectName(QStringLiteral("way") + way.label);
        m_ways->addWidget(button);
        m_buttons.push_back(button);
        connect(button, &QPushButton::clicked, this, [this, go = std::move(way.go)] {
            m_isChoice = m_isProgress = false;
            hide();
            go();
        });
    }
    show();
}

void NoticeBar::showProgress(const QString& message, const std::function<void()>& stop)
{
    if (!m_isProgress)
        showChoice(message, {{tr("Stop"), stop}});
    m_isProgress = true;
    m_text->setText(message);
}

void NoticeBar::endProgress()
{
    if (std::exchange(m_isProgress, false)) {
        m_isChoice = false;
        hide();
    }
}

void NoticeBar::clearMessage()
{
    if (!m_isChoice)
        hide();
}

void NoticeBar::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.fillRect(rect(), tokens().card);
    painter.fillRect(QRect(0, 0, width(), 1), tokens().line);
    painter.fillRect(QRect(0, 0, 4, height()), tokens().brick);
}

} // namespace fern::app
