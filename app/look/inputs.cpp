#include "app/look/inputs.h"

#include "app/look/text.h"
#include "base/number_text.h"

#include <QAbstractSpinBox>
#include <QApplication>
#include <QKeyEvent>

#include <algorithm>

namespace fern::app {

CheckedEdit::CheckedEdit(QWidget* parent)
    : QLineEdit(parent)
{
    setTextMargins(4, 1, 4, 1);
}

QSize CheckedEdit::minimumSizeHint() const
{
    constexpr int least = 58;
    constexpr int most = 96; // a text may be as long as it likes, and scrolls
    const int needed = fontMetrics().horizontalAdvance(m_accepted) + 18;
    return {std::clamp(needed, least, most), QLineEdit::minimumSizeHint().height()};
}

void CheckedEdit::showText(const QString& text)
{
    if (text == m_accepted && text == this->text())
        return;
    m_accepted = text;
    updateGeometry();
    if (!hasFocus() || !isModified())
        restore();
}

void CheckedEdit::restore()
{
    setText(m_accepted);
    if (hasFocus())
        selectAll(); // so that the next number replaces it
    else
        setCursorPosition(0);
    setModified(false);
}

void CheckedEdit::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        commit();
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
    s_entering = this;
    Q_EMIT entered(typed);
    s_entering = nullptr;
}

void enterTyping()
{
    auto* focus = QApplication::focusWidget();
    if (auto* edit = qobject_cast<CheckedEdit*>(focus))
        edit->commit();
    else if (auto* box = qobject_cast<QAbstractSpinBox*>(focus))
        box->interpretText();
}

QuantityEdit::QuantityEdit(QWidget* parent)
    : CheckedEdit(parent)
{
    connect(this, &CheckedEdit::entered, this, [this](const QString& typed) {
        const auto quantity = parseQuantity(typed.toStdString(), m_quantity);
        if (quantity)
            Q_EMIT quantityEntered(*quantity);
        else
            Q_EMIT refused(qText(quantity.error().message));
    });
}

void QuantityEdit::showQuantity(const Quantity& quantity)
{
    m_quantity = quantity;
    showText(qText(toText(quantity)));
}

NumberEdit::NumberEdit(const QString& suffix, QWidget* parent)
    : CheckedEdit(parent)
    , m_suffix(suffix)
{
    connect(this, &CheckedEdit::entered, this, [this](const QString& typed) {
        auto text = typed.trimmed();
        if (!m_suffix.isEmpty() && text.endsWith(m_suffix))
            text.chop(m_suffix.size());
        const auto number = parseNumber(text.trimmed().toStdString());
        if (number)
            Q_EMIT numberEntered(*number);
        else
            Q_EMIT refused(text.contains(QLatin1Char(','))
                    ? tr("\"%1\" is no number: the decimal mark is a point").arg(typed)
                    : tr("\"%1\" is no number: type one such as \"1.5\", in %2")
                          .arg(typed, m_suffix.isEmpty() ? tr("plain figures") : m_suffix));
    });
}

void NumberEdit::showNumber(double number)
{
    const auto text = qText(shortestText(number));
    showText(m_suffix.isEmpty() ? text : text + QLatin1Char(' ') + m_suffix);
}

} // namespace fern::app
