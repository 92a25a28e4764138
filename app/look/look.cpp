#include "app/look/look.h"

#include "app/look/enter_presses.h"

#include <QFontDatabase>
#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <QProxyStyle>
#include <QStyleFactory>
#include <QStyleOption>

namespace fern::app {

namespace {

constexpr int textPixels = 13;

void box(QPainter* painter, const QRect& rect, const QColor& fill, const QPen& edge)
{
    const double half = edge.widthF() / 2;
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    painter->setPen(edge);
    painter->setBrush(fill);
    painter->drawRoundedRect(
        QRectF(rect).marginsRemoved({half, half, half, half}), corner - 1, corner - 1);
    painter->restore();
}

/// A small filled triangle in the middle of a box, pointing up or down.
void arrow(QPainter* painter, const QRectF& place, bool down, const QColor& colour)
{
    const double half = 3.5;
    const double tip = down ? 2.5 : -2.5;
    QPainterPath path;
    path.moveTo(place.center() + QPointF(-half, -tip));
    path.lineTo(place.center() + QPointF(half, -tip));
    path.lineTo(place.center() + QPointF(0, tip));
    path.closeSubpath();
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    painter->fillPath(path, colour);
    painter->restore();
}

/// Fusion with flat rounded buttons, fields, lists and thin scroll bars; everything else is
/// Fusion's.
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
            const bool focused = (option->state & State_HasFocus) != 0;
            box(painter, option->rect,
                !enabled   ? t.paper
                    : down ? t.moss
                    : over ? mixed(t.pale, t.moss, 0.25)
                           : t.pale,
                focused       ? QPen(t.accent, 2)
                    : enabled ? QPen(t.moss)
                              : QPen(t.line));
        } else if (element == PE_FrameLineEdit || element == PE_PanelLineEdit) {
            if (element == PE_PanelLineEdit && qobject_cast<const QWidget*>(widget) != nullptr
                && widget->parentWidget() != nullptr
                && widget->parentWidget()->inherits("QAbstractSpinBox"))
                return;
            field(painter, option);
        } else if (element == PE_FrameFocusRect) {
            painter->save();
            painter->setRenderHint(QPainter::Antialiasing);
            painter->setPen(QPen(t.accent, 1.5));
            painter->setBrush(Qt::NoBrush);
            painter->drawRoundedRect(
                QRectF(option->rect).adjusted(1, 1, -1, -1), corner - 1, corner - 1);
            painter->restore();
        } else if (element == PE_PanelTipLabel) {
            box(painter, option->rect, t.card, t.moss);
        } else if (element == PE_IndicatorCheckBox) {
            box(painter, option->rect, t.field,
                (option->state & State_HasFocus) != 0 ? t.accent : t.soft);
            if ((option->state & State_On) != 0)
                painter->fillRect(option->rect.adjusted(4, 4, -4, -4), t.accent);
        } else {
            QProxyStyle::drawPrimitive(element, option, painter, widget);
        }
    }

    void drawControl(ControlElement element, const QStyleOption* option, QPainter* painter,
        const QWidget* widget) const override
    {
        if (element != CE_HeaderSection && element != CE_HeaderEmptyArea)
            return QProxyStyle::drawControl(element, option, painter, widget);
        const auto& t = tokens();
        painter->fillRect(option->rect, t.card);
        painter->fillRect(option->rect.adjusted(0, option->rect.height() - 1, 0, 0), t.line);
    }

    void drawComplexControl(ComplexControl control, const QStyleOptionComplex* option,
        QPainter* painter, const QWidget* widget) const override
    {
        const auto& t = tokens();
        if (control == CC_ComboBox) {
            field(painter, option);
            arrow(painter, subControlRect(control, option, SC_ComboBoxArrow, widget), true, t.soft);
        } else if (control == CC_SpinBox) {
            field(painter, option);
            arrow(painter, subControlRect(control, option, SC_SpinBoxUp, widget), false, t.soft);
            arrow(painter, subControlRect(control, option, SC_SpinBoxDown, widget), true, t.soft);
        } else if (control == CC_ScrollBar) {
            const auto handle = subControlRect(control, option, SC_ScrollBarSlider, widget);
            painter->save();
            painter->setRenderHint(QPainter::Antialiasing);
            painter->setPen(Qt::NoPen);
            painter->setBrush((option->state & State_MouseOver) != 0 ? t.moss : t.line);
            painter->drawRoundedRect(QRectF(handle).adjusted(2, 2, -2, -2), 3, 3);
            painter->restore();
        } else {
            QProxyStyle::drawComplexControl(control, option, painter, widget);
        }
    }

    int pixelMetric(
        PixelMetric metric, const QStyleOption* option, const QWidget* widget) const override
    {
        const bool isTable = widget != nullptr
            && (widget->inherits("QTableView") || widget->inherits("QHeaderView"));
        // Room at both sides of a cell, the same in header and body.
        if (isTable && metric == PM_FocusFrameHMargin)
            return grid - 1;
        if (isTable && metric == PM_HeaderMargin)
            return grid;
        return metric == PM_ScrollBarExtent ? 10 : QProxyStyle::pixelMetric(metric, option, widget);
    }

    QSize sizeFromContents(ContentsType type, const QStyleOption* option, const QSize& size,
        const QWidget* widget) const override
    {
        const auto plain = QProxyStyle::sizeFromContents(type, option, size, widget);
        return type == CT_PushButton ? plain + QSize(2 * grid, 4) : plain;
    }

    using QProxyStyle::polish;
    /// Labels, tool tips and dialogs show names of the maker's: never as markup, unless a label
    /// says that its words are ours.
    void polish(QWidget* widget) override
    {
        QProxyStyle::polish(widget);
        if (auto* label = qobject_cast<QLabel*>(widget);
            label != nullptr && label->textFormat() == Qt::AutoText)
            label->setTextFormat(Qt::PlainText);
    }

    int styleHint(StyleHint hint, const QStyleOption* option, const QWidget* widget,
        QStyleHintReturn* result) const override
    {
        if (hint == SH_EtchDisabledText || hint == SH_ComboBox_Popup)
            return 0;
        return QProxyStyle::styleHint(hint, option, widget, result);
    }

private:
    static QColor mixed(const QColor& a, const QColor& b, double share)
    {
        const auto mix = [&](double x, double y) {
            return static_cast<float>(x + (y - x) * share);
        };
        return QColor::fromRgbF(
            mix(a.redF(), b.redF()), mix(a.greenF(), b.greenF()), mix(a.blueF(), b.blueF()));
    }
    /// The ground of what is typed into or chosen from.
    static void field(QPainter* painter, const QStyleOption* option)
    {
        const auto& t = tokens();
        const bool enabled = (option->state & State_Enabled) != 0;
        const bool focused = (option->state & State_HasFocus) != 0;
        box(painter, option->rect, enabled ? t.field : t.paper, focused ? t.accent : t.line);
    }
};

QPalette paletteOfTokens()
{
    const auto& t = tokens();
    QPalette p;
    p.setColor(QPalette::Window, t.paper);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Base, t.field);
    p.setColor(cardRole, t.card);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::Button, t.pale);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Highlight, t.fern);
    p.setColor(QPalette::HighlightedText, t.onFern);
    p.setColor(QPalette::ToolTipBase, t.card);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(softRole, t.soft);
    p.setColor(onFernRole, t.onFern);
    p.setColor(onFernSoftRole, t.onFernSoft);
    p.setColor(skyRole, t.sky);
    p.setColor(brickRole, t.brick);
    p.setColor(QPalette::Light, t.card);
    p.setColor(QPalette::Mid, t.line);
    p.setColor(QPalette::Dark, t.line);
    for (const auto role : {QPalette::Text, QPalette::ButtonText, QPalette::WindowText})
        p.setColor(QPalette::Disabled, role, t.soft);
    return p;
}

} // namespace

void applyLook(QApplication& application)
{
    for (const auto* face : {":/fonts/fern-Regular.otf", ":/fonts/fern-Bold.otf"})
        QFontDatabase::addApplicationFont(QString::fromLatin1(face));
    application.setStyle(new FernStyle); // the application owns it
    application.installEventFilter(new EnterPresses(&application));
    application.setFont(wordFont(textPixels));
    useLook(lookKind());
}

void useLook(LookKind kind)
{
    chooseTokens(kind);
    QApplication::setPalette(paletteOfTokens());
    for (auto* widget : QApplication::allWidgets())
        widget->update();
}

QFont wordFont(int pixels, bool bold)
{
    QFont font(QStringLiteral("Fern B612"));
    font.setPixelSize(pixels);
    font.setBold(bold);
    return font;
}

QFont codeFont(int pixels)
{
    // Loaded when first asked for: the start does not need it.
    static const int face =
        QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/fern-Mono.ttf"));
    Q_ASSERT(face >= 0);
    QFont font(QStringLiteral("Fern Mono"));
    font.setPixelSize(pixels);
    return font;
}

} // namespace fern::app
