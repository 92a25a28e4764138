#include "app/help/help_window.h"

#include "app/look/card.h"
#include "app/look/indented_items.h"
#include "app/look/look.h"

#include <QFile>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QShortcut>
#include <QTextBlock>
#include <QTextBrowser>

namespace fern::app {

namespace {

constexpr int blockRole = Qt::UserRole;
constexpr int contentsWidth = 180;

} // namespace

HelpWindow::HelpWindow(QWidget* parent)
    : QDialog(parent)
    , m_typed(new QLineEdit(this))
    , m_found(softLabel({}, this))
    , m_contents(new QListWidget(this))
    , m_text(new QTextBrowser(this))
{
    setObjectName(QStringLiteral("help"));
    setWindowTitle(tr("Help"));
    resize(780, 640);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(grid, grid, 0, 0);
    row->setSpacing(grid);
    auto* left = new QVBoxLayout;
    left->setContentsMargins(0, 0, 0, grid);
    left->addWidget(m_typed);
    left->addWidget(m_found);
    left->addWidget(m_contents, 1);
    row->addLayout(left);
    row->addWidget(m_text, 1);
    m_typed->setObjectName(QStringLiteral("helpSearch"));
    m_typed->setPlaceholderText(tr("search"));
    m_typed->setAccessibleName(tr("Search in the help"));
    m_typed->setToolTip(tr("Enter or F3 goes to the next place, Ctrl+F comes here"));
    m_found->setObjectName(QStringLiteral("helpFound"));
    for (QWidget* widget : {static_cast<QWidget*>(m_typed), static_cast<QWidget*>(m_contents)})
        widget->setFixedWidth(contentsWidth);
    m_contents->setObjectName(QStringLiteral("helpContents"));
    m_contents->setAccessibleName(tr("Contents"));
    m_contents->setFrameShape(QFrame::NoFrame);
    m_contents->setItemDelegate(new IndentedItems(m_contents));
    m_text->setObjectName(QStringLiteral("helpText"));
    m_text->setAccessibleName(tr("Help"));
    m_text->setFrameShape(QFrame::NoFrame);
    m_text->document()->setDefaultFont(wordFont(14));
    m_text->document()->setDocumentMargin(2 * grid);
    QString pages;
    for (const auto* page : {"parts", "channels", "screens", "timing", "bench"}) {
        QFile file(QStringLiteral(":/help/%1.md").arg(QLatin1String(page)));
        if (file.open(QIODevice::ReadOnly))
            pages += QString::fromUtf8(file.readAll()) + QLatin1Char('\n');
    }
    m_text->setMarkdown(pages);
    fillContents();
    connect(m_contents, &QListWidget::currentItemChanged, this,
        [this](const QListWidgetItem* item) { turnTo(item->data(blockRole).toInt()); });
    connect(m_typed, &QLineEdit::textEdited, this, [this] { search(false); });
    connect(m_typed, &QLineEdit::returnPressed, this, [this] { search(true); });
    connect(new QShortcut(Qt::Key_F3, this), &QShortcut::activated, this, [this] { search(true); });
    connect(new QShortcut(QKeySequence::Find, this), &QShortcut::activated, m_typed,
        qOverload<>(&QWidget::setFocus));
    // Pressed once more it lists the keys.
    connect(new QShortcut(QKeySequence::HelpContents, this), &QShortcut::activated, this,
        [this] { showSection(tr("Keys")); });
}

void HelpWindow::fillContents()
{
    for (auto block = m_text->document()->begin(); block.isValid(); block = block.next()) {
        const int level = block.blockFormat().headingLevel();
        if (level == 0)
            continue;
        auto* item = new QListWidgetItem(block.text(), m_contents);
        item->setData(IndentedItems::levelRole, level - 1);
        item->setData(blockRole, block.blockNumber());
        item->setFont(wordFont(13, level == 1));
    }
}

void HelpWindow::turnTo(int block)
{
    // From the end back, so that the heading comes to stand on top.
    m_text->moveCursor(QTextCursor::End);
    m_text->setTextCursor(QTextCursor(m_text->document()->findBlockByNumber(block)));
    m_text->ensureCursorVisible();
}

void HelpWindow::showSection(const QString& title)
{
    show();
    raise();
    activateWindow();
    for (int row = 0; row < m_contents->count(); ++row)
        if (auto* item = m_contents->item(row); item->text() == title) {
            m_contents->setCurrentItem(item);
            return turnTo(item->data(blockRole).toInt()); // it may have been the current one
        }
}

void HelpWindow::search(bool fromHere)
{
    const auto words = m_typed->text().trimmed();
    QList<QTextEdit::ExtraSelection> marks;
    const auto* document = m_text->document();
    for (auto at = document->find(words); !words.isEmpty() && !at.isNull();
         at = document->find(words, at)) {
        QTextEdit::ExtraSelection mark;
        mark.cursor = at;
        mark.format.setBackground(tokens().amber.lighter(150));
        marks << mark;
    }
    m_text->setExtraSelections(marks);
    m_found->setText(words.isEmpty() ? QString()
            : marks.isEmpty()        ? tr("nowhere")
            : marks.size() == 1      ? tr("at one place")
                                     : tr("at %1 places").arg(marks.size()));
    if (marks.isEmpty())
        return;
    auto cursor = m_text->textCursor();
    if (!fromHere)
        cursor.setPosition(cursor.selectionStart()); // while it is typed the place may stay
    auto next = document->find(words, cursor);
    if (next.isNull())
        next = marks.front().cursor;
    m_text->setTextCursor(next);
    m_text->ensureCursorVisible();
}

} // namespace fern::app
