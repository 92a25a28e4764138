#include "app/shell/go_to.h"

#include "app/look/look.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int sheetWidth = 460;
constexpr int mostRows = 12;
constexpr int indexRole = Qt::UserRole;

QString lineOf(const Target& target)
{
    const auto words = target.kind.isEmpty()
        ? target.words
        : QStringLiteral("%1: %2").arg(target.kind, target.words);
    return target.detail.isEmpty() ? words : QStringLiteral("%1   %2").arg(words, target.detail);
}

/// How well it answers: 0 begins with what was typed, 1 has a word that does, 2 holds it somewhere,
/// 3 does not hold it.
int distanceOf(const Target& target, const QStringList& typed)
{
    const auto all = target.kind + QLatin1Char(' ') + target.words;
    for (const auto& word : typed)
        if (!all.contains(word, Qt::CaseInsensitive))
            return 3;
    if (typed.isEmpty() || target.words.startsWith(typed.front(), Qt::CaseInsensitive))
        return 0;
    const auto words = all.split(QLatin1Char(' '));
    return std::any_of(words.begin(), words.end(),
               [&](const QString& w) { return w.startsWith(typed.front(), Qt::CaseInsensitive); })
        ? 1
        : 2;
}

} // namespace

GoTo::GoTo(QWidget* window)
    : QFrame(window)
    , m_typed(new QLineEdit(this))
    , m_list(new QListWidget(this))
{
    setObjectName(QStringLiteral("goTo"));
    setAccessibleName(tr("Go to"));
    setFrameShape(QFrame::Box);
    setAutoFillBackground(true);
    hide();
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(grid, grid, grid, grid);
    column->setSpacing(grid);
    m_typed->setObjectName(QStringLiteral("goToTyped"));
    m_typed->setPlaceholderText(tr("channel, leaf, page, place, part, finding or action"));
    m_typed->setAccessibleName(tr("What to go to"));
    m_list->setObjectName(QStringLiteral("goToList"));
    m_list->setAccessibleName(tr("What was found"));
    m_list->setFrameShape(QFrame::NoFrame);
    m_list->setFocusPolicy(Qt::NoFocus); // the keys stay with what is typed
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column->addWidget(m_typed);
    column->addWidget(m_list);
    m_typed->installEventFilter(this);
    connect(m_typed, &QLineEdit::textEdited, this, &GoTo::search);
    connect(m_list, &QListWidget::itemClicked, this, &GoTo::choose);
}

void GoTo::open(Source source, const QPoint& at)
{
    m_source = std::move(source);
    m_targets = m_source();
    m_typed->clear();
    search();
    const auto* window = parentWidget();
    const int width = std::min(sheetWidth, window->width() - 4 * grid);
    const int rows = std::clamp(static_cast<int>(m_targets.size()), 1, mostRows);
    resize(width, m_typed->sizeHint().height() + rows * m_list->sizeHintForRow(0) + 4 * grid);
    const int x = std::clamp(at.x(), grid, window->width() - width - grid);
    move(x, at.y());
    m_before = window->focusWidget();
    show();
    raise();
    m_typed->setFocus();
}

void GoTo::closeList()
{
    if (!isVisible())
        return;
    hide();
    if (m_before != nullptr && m_before->isVisible())
        m_before->setFocus();
}

void GoTo::refresh()
{
    if (!isVisible())
        return;
    auto targets = m_source();
    if (targets.size() != m_targets.size())
        return; // what is listed stays in its order until it is opened again
    m_targets = std::move(targets);
    for (int row = 0; row < m_list->count(); ++row) {
        auto* item = m_list->item(row);
        if (!item->data(indexRole).isValid())
            continue; // it says that nothing was found
        item->setText(lineOf(m_targets[item->data(indexRole).toUInt()]));
    }
}

void GoTo::search()
{
    const auto typed = m_typed->text().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    std::vector<std::pair<int, std::size_t>> found;
    for (std::size_t i = 0; i < m_targets.size(); ++i)
        if (const int distance = distanceOf(m_targets[i], typed); distance < 3)
            found.emplace_back(distance, i);
    std::stable_sort(
        found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    m_list->clear();
    for (const auto& [distance, index] : found) {
        auto* item = new QListWidgetItem(lineOf(m_targets[index]), m_list);
        item->setData(indexRole, static_cast<unsigned>(index));
        item->setToolTip(QStringLiteral("<qt>%1</qt>").arg(item->text().toHtmlEscaped()));
    }
    if (found.empty()) {
        auto* item = new QListWidgetItem(tr("Nothing is called so."), m_list);
        item->setFlags(Qt::NoItemFlags);
    }
    m_list->setCurrentRow(0);
}

void GoTo::choose()
{
    const auto* item = m_list->currentItem();
    if (item == nullptr || !item->data(indexRole).isValid())
        return;
    const auto go = m_targets[item->data(indexRole).toUInt()].go;
    closeList(); // first, so that the focus is where it goes
    go();
}

bool GoTo::eventFilter(QObject* watched, QEvent* event)
{
    // Away with it when something else is clicked; a menu of the field itself is no such thing.
    if (event->type() == QEvent::FocusOut
        && static_cast<QFocusEvent*>(event)->reason() != Qt::PopupFocusReason)
        hide();
    if (event->type() != QEvent::KeyPress)
        return QFrame::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    const int rows = m_list->count();
    const auto step = [&](int by) {
        m_list->setCurrentRow(std::clamp(m_list->currentRow() + by, 0, rows - 1));
        return true;
    };
    switch (key) {
    case Qt::Key_Down:
        return step(1);
    case Qt::Key_Up:
        return step(-1);
    case Qt::Key_PageDown:
        return step(mostRows);
    case Qt::Key_PageUp:
        return step(-mostRows);
    case Qt::Key_Escape:
        closeList();
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        choose();
        return true;
    default:
        return QFrame::eventFilter(watched, event);
    }
}

} // namespace fern::app
