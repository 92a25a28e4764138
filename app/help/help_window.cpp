#include "app/help/help_window.h"

#include "app/look/look.h"

#include <QFile>
#include <QTextBlock>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace fern::app {

HelpWindow::HelpWindow(QWidget* parent)
    : QDialog(parent)
    , m_text(new QTextBrowser(this))
{
    setObjectName(QStringLiteral("help"));
    setWindowTitle(tr("Help"));
    resize(560, 640);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(m_text);
    m_text->setObjectName(QStringLiteral("helpText"));
    m_text->setAccessibleName(tr("Help"));
    m_text->setFrameShape(QFrame::NoFrame);
    m_text->document()->setDefaultFont(wordFont(14));
    m_text->document()->setDocumentMargin(2 * grid);
    QString pages;
    for (const auto* page : {"parts", "channels", "bench"}) {
        QFile file(QStringLiteral(":/help/%1.md").arg(QLatin1String(page)));
        if (file.open(QIODevice::ReadOnly))
            pages += QString::fromUtf8(file.readAll()) + QLatin1Char('\n');
    }
    m_text->setMarkdown(pages);
}

void HelpWindow::showSection(const QString& title)
{
    show();
    raise();
    for (auto block = m_text->document()->begin(); block.isValid(); block = block.next())
        if (block.blockFormat().headingLevel() > 0 && block.text() == title) {
            QTextCursor cursor(block);
            // From the end back, so that the heading comes to stand on top.
            m_text->moveCursor(QTextCursor::End);
            m_text->setTextCursor(cursor);
            m_text->ensureCursorVisible();
            return;
        }
}

} // namespace fern::app
