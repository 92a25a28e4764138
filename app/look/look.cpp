#include "app/look/look.h"

#include "app/look/tokens.h"

#include <QFontDatabase>
#include <QPainter>
#include <QPainterPath>
#include <QProxyStyle>
#include <QStyleFactory>
#include <QStyleOption>

namespace fern::app {

namespace {

constexpr int textPixels = 13;

/// Fusion with flat rounded buttons and fields; everything else is Fusion's.
class FernStyle : public QProxyStyle {
public:
    FernStyle()
        : QProxyStyle(QStyleFactory::create(QStringLiteral("Fusion")))
    {
    }

    void drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
        const QWidget* widget) const override
    {
        const auto& t = tokens();
        if (element == PE_PanelButtonCommand) {
            const bool down = (option->state & (State_Sunken | State_On)) != 0;
            const bool over = (option->state & State_MouseOver) != 0;
            const bool enabled = (option->state & State_Enabled) != 0;
            box(painter, option->rect,
                down          ? t.moss
                    : over    ? t.pale.darker(104)
                    : enabled ? t.pale
                              : t.paper,
                enabled ? t.moss : t.line);
        } else if (element == PE_FrameLineEdit || element == PE_PanelLineEdit) {
            if (element == PE_PanelLineEdit && qobject_cast<const QWidget*>(widget) != nullptr
                && widget->parentWidget() != nullptr
                && widget->parentWidget()->inherits("QAbstractSpinBox"))
                return;
            const bool focused = (option->state & State_HasFocus) != 0;
            box(painter, option->rect, t.field, focused ? t.fern : t.line);
        } else if (element == PE_FrameFocusRect) {
            painter->save();
            painter->setRenderHint(QPainter::Antialiasing);
            painter->setPen(QPen(t.fern, 1.5));
            painter->setBrush(Qt::NoBrush);
            painter->drawRoundedRect(
                QRectF(option->rect).adjusted(1, 1, -1, -1), corner - 1, corner - 1);
            painter->restore();
        } else {
            QProxyStyle::drawPrimitive(element, option, painter, widget);
        }
    }

    QSize sizeFromContents(ContentsType type, const QStyleOption* option, const QSize& size,
        const QWidget* widget) const override
    {
        const auto plain = QProxyStyle::sizeFromContents(type, option, size, widget);
        return type == CT_PushButton ? plain + QSize(2 * grid, 4) : plain;
    }

    int styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
        QStyleHintReturn* result) const override
    {
        if (hint == SH_EtchDisabledText || hint == SH_ComboBox_Popup)
            return 0;
        return QProxyStyle::styleHint(hint, option, widget, result);
    }

private:
    static void box(QPainter* painter, const QRect& rect, const QColor& fill, const QColor& edge)
    {
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        painter->setPen(QPen(edge, 1));
        painter->setBrush(fill);
        painter->drawRoundedRect(
            QRectF(rect).adjusted(0.5, 0.5, -0.5, -0.5), corner - 1, corner - 1);
        painter->restore();
    }
};

QPalette lightPalette()
{
    const auto& t = tokens();
    QPalette p;
    p.setColor(QPalette::Window, t.paper);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.field);
    p.setColor(QPalette::AlternateBase, t.card);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::Button, t.pale);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Highlight, t.fern);
    p.setColor(QPalette::HighlightedText, t.card);
    p.setColor(QPalette::ToolTipBase, t.card);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::PlaceholderText, t.soft);
    p.setColor(QPalette::Link, t.sky);
    p.setColor(QPalette::Disabled, QPalette::Text, t.soft);
    p.setColor(QPalette::Disabled, QPalette::ButtonText, t.soft);
    p.setColor(QPalette::Disabled, QPalette::WindowText, t.soft);
    return p;
}

} // namespace

void applyLook(QApplication& application)
{
    for (const auto* face : {":/fonts/fern-Regular.otf", ":/fonts/fern-Bold.otf"})
        QFontDatabase::addApplicationFont(QString::fromLatin1(face));
    application.setStyle(new FernStyle); // the application owns it
    application.setPalette(lightPalette());
    application.setFont(wordFont(textPixels));
}

QFont wordFont(int pixels, bool bold)
{
    QFont font(QStringLiteral("Fern B612"));
    font.setPixelSize(pixels);
    font.setBold(bold);
    return font;
}

} // namespace fern::app
