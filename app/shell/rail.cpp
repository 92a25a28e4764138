#include "app/shell/rail.h"

#include "app/look/look.h"
#include "app/look/tokens.h"
#include "app/shell/places.h"

#include <QAbstractButton>
#include <QPainter>
#include <QVBoxLayout>

namespace fern::app {

namespace {

class PlaceButton : public QAbstractButton {
public:
    PlaceButton(const PlaceTraits& place, QWidget* parent)
        : QAbstractButton(parent)
        , m_mark(place.mark())
    {
        const auto name = QString::fromLatin1(place.name);
        setText(name);
        setObjectName(QStringLiteral("place") + name);
        setCheckable(true);
        setFocusPolicy(Qt::StrongFocus);
        setShortcut(QKeySequence(Qt::CTRL | static_cast<Qt::Key>(Qt::Key_0 + place.number)));
        setToolTip(tr("%1, Ctrl+%2").arg(name).arg(place.number));
    }
    QSize sizeHint() const override { return {84, 60}; }

protected:
    void paintEvent(QPaintEvent* /*event*/) override
    {
        const auto& t = tokens();
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        if (isChecked()) {
            painter.fillRect(rect(), t.paper);
            painter.fillRect(QRect(0, 0, 5, height()), t.accent);
        } else if (underMouse()) {
            painter.fillRect(rect(), t.paper);
        }
        painter.save();
        painter.translate(width() / 2.0 - 14, 5);
        painter.scale(28 / 24.0, 28 / 24.0);
        painter.setPen(
            QPen(isChecked() ? t.accent : t.soft, 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.drawPath(m_mark);
        painter.restore();
        painter.setFont(wordFont(13, isChecked()));
        painter.setPen(isChecked() ? t.ink : t.soft);
        painter.drawText(QRect(0, 34, width(), 20), Qt::AlignCenter, text());
        if (hasFocus()) {
            painter.setPen(QPen(t.sky, 1.5, Qt::DotLine));
            painter.drawRect(rect().adjusted(6, 1, -2, -2));
        }
    }

private:
    QPainterPath m_mark;
};

} // namespace

Rail::Rail(QWidget* parent)
    : QWidget(parent)
    , m_group(new QButtonGroup(this))
{
    setFixedWidth(84);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, grid, 0, grid);
    column->setSpacing(grid);
    for (const auto& place : places()) {
        auto* button = new PlaceButton(place, this);
        column->addWidget(button);
        m_group->addButton(button);
    }
    column->addStretch(1);
    connect(m_group, &QButtonGroup::buttonClicked, this,
        [this](const QAbstractButton* button) { Q_EMIT placeChosen(button->text()); });
}

void Rail::setCurrent(const QString& name)
{
    for (auto* button : m_group->buttons())
        button->setChecked(button->text() == name);
}

void Rail::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.fillRect(rect(), tokens().bar);
}

} // namespace fern::app
