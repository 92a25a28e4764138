#include "app/look/inputs.h"

#include <QKeyEvent>

namespace fern::app {

CheckedEdit::CheckedEdit(QWidget* parent)
    : QLineEdit(parent)
{
    setTextMargins(4, 1, 4, 1);
}

void CheckedEdit::showText(const QString& text)
{
    m_accepted = text;
    if (!hasFocus() || !isModified())
        restore();
}

void CheckedEdit::restore()
{
    setText(m_accepted);
    setCursorPosition(0);
    setModified(false);
}

void CheckedEdit::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        commit();
        selectAll();
    } else if (event->key() == Qt::Key_Escape) {
        restore();
    } else {
        QLineEdit::keyPressEvent(event);
    }
}

void CheckedEdit::focusOutEvent(QFocusEvent* event)
{
    commit();
    QLineEdit::focusOutEvent(event);
}

void CheckedEdit::commit()
{
    if (!isModified() || text() == m_accepted)
        return restore();
    setModified(false);
    const auto typed = text();
    restore();
    Q_EMIT entered(typed);
}

QuantityEdit::QuantityEdit(QWidget* parent)
    : CheckedEdit(parent)
{
    connect(this, &CheckedEdit::entered, this, [this](const QString& typed) {
        const auto quantity = parseQuantity(typed.toStdString(), m_quantity);
        if (quantity)
            Q_EMIT quantityEntered(*quantity);
        else
            Q_EMIT refused(QString::fromStdString(quantity.error().message));
    });
}

void QuantityEdit::showQuantity(const Quantity& quantity)
{
    m_quantity = quantity;
    showText(QString::fromStdString(toText(quantity)));
}

} // namespace fern::app
