#include "app/shell/rail.h"

#include "app/look/look.h"
#include "app/look/marks.h"
#include "app/look/tokens.h"

#include <QAbstractButton>
#include <QPainter>
#include <QVBoxLayout>

namespace fern::app {

namespace {

class PlaceButton : public QAbstractButton {
public:
    PlaceButton(const QString& name, int number, QWidget* parent)
        : QAbstractButton(parent)
        , m_number(number)
    {
        setText(name);
        setObjectName(QStringLiteral("place") + name);
        setCheckable(true);
        setFocusPolicy(Qt::StrongFocus);
        setShortcut(QKeySequence(Qt::CTRL | static_cast<Qt::Key>(Qt::Key_0 + number)));
        setToolTip(tr("%1, Ctrl+%2").arg(name).arg(number));
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
        const QPixmap leaf = signIcon(Sign::Leaf, isChecked() ? t.accent : t.soft)
                                 .pixmap(QSize(24, 24), devicePixelRatioF());
        painter.drawPixmap(QPointF(width() / 2.0 - 12, 8), leaf);
        painter.setFont(wordFont(13, isChecked()));
        painter.setPen(isChecked() ? t.ink : t.soft);
        painter.drawText(QRect(0, 34, width(), 20), Qt::AlignCenter, text());
        painter.setFont(wordFont(10));
        painter.setPen(t.soft);
        painter.drawText(QRect(0, 4, width() - 8, 14), Qt::AlignRight, QString::number(m_number));
        if (hasFocus()) {
            painter.setPen(QPen(t.sky, 1.5, Qt::DotLine));
            painter.drawRect(rect().adjusted(6, 1, -2, -2));
        }
    }

private:
    int m_number;
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
    column->addStretch(1);
    connect(m_group, &QButtonGroup::idClicked, this, &Rail::placeChosen);
}

void Rail::addPlace(const QString& name, int number)
{
    auto* button = new PlaceButton(name, number, this);
    const int index = static_cast<int>(m_group->buttons().size());
    qobject_cast<QVBoxLayout*>(layout())->insertWidget(index, button);
    m_group->addButton(button, number);
}

void Rail::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    painter.fillRect(rect(), tokens().bar);
}

} // namespace fern::app
