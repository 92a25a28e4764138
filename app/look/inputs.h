#pragma once
// Inputs that makers type into. A bad entry keeps the old value and says what is accepted.

#include "base/quantity.h"

#include <QLineEdit>
#include <QPointer>

#include <functional>

namespace fern::app {

/// A line that is checked when Enter is pressed or the focus leaves; on refusal the old text comes
/// back.
class CheckedEdit : public QLineEdit {
    Q_OBJECT
public:
    explicit CheckedEdit(QWidget* parent = nullptr);

    /// Room for a figure with its unit.
    QSize minimumSizeHint() const override;

    /// Shows a text as the accepted one. Does nothing while the user is typing.
    void showText(const QString& text);
    /// Whether something is typed that is not yet entered.
    bool hasTyping() const { return text() != m_accepted; }
    /// Returns the field whose entry is being taken right now, or null.
    static CheckedEdit* entering() { return s_entering; }

Q_SIGNALS:
    void entered(const QString& text);

public:
    /// Takes what is typed, as Enter does.
    void commit();
    /// Puts the accepted text back.
    void restore();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    QString m_accepted;
    static inline QPointer<CheckedEdit> s_entering;
};

/// Takes what is typed in the field that has the focus, before something is done with the document.
void enterTyping();

/// A quantity: "68k", "4k7", "3.3 V", "250 ms".
class QuantityEdit : public CheckedEdit {
    Q_OBJECT
public:
    explicit QuantityEdit(QWidget* parent = nullptr);

    void showQuantity(const Quantity& quantity);
    void showDifference(const Difference& difference)
    {
        showQuantity(Quantity{difference.value, difference.unit});
    }

Q_SIGNALS:
    void quantityEntered(const fern::Quantity& quantity);
    void refused(const QString& message);

private:
    Quantity m_quantity{0, "V"};
};

/// A plain number with a word behind it: "6 LSB", "1 %". The word may be left out.
class NumberEdit : public CheckedEdit {
    Q_OBJECT
public:
    NumberEdit(const QString& suffix, QWidget* parent = nullptr);

    void showNumber(double number);

Q_SIGNALS:
    void numberEntered(double number);
    void refused(const QString& message);

private:
    QString m_suffix;
};

} // namespace fern::app
