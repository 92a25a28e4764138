#include "app/places/channels/sensor/schematic.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "base/quantity_text.h"
#include "judge/words.h"

#include <QPainter>
#include <QPainterPath>

#include <array>
#include <cmath>

namespace fern::app {

namespace {

QString volts(double value)
{
    return std::isnan(value) ? QStringLiteral("—") : qText(voltText(value, 4));
}

/// A pen for circuits: parts stand on a vertical line at `x`, words to the left of it.
class CircuitPen {
public:
    CircuitPen(QPainter& painter, double x)
        : m_painter(painter)
        , m_x(x)
    {
    }

    void wire(QPointF from, QPointF to) const
    {
        take();
        m_painter.drawLine(from, to);
    }
    void dot(QPointF at) const
    {
        take();
        m_painter.setBrush(tokens().accent);
        m_painter.drawEllipse(at, 2.6, 2.6);
    }
    void terminal(QPointF at) const
    {
        take();
        m_painter.setBrush(tokens().card);
        m_painter.drawEllipse(at, 3, 3);
    }
    void ground(QPointF at) const
    {
        take();
        for (int i = 0; i < 3; ++i)
            m_painter.drawLine(at + QPointF(3 * i - 9, 4 * i), at + QPointF(9 - 3 * i, 4 * i));
    }
    /// Between two heights, with its words; what varies has a stroke across.
    void resistor(double from, double to, const QString& words, bool varies = false) const
    {
        const double middle = (from + to) / 2;
        const double body = std::min(34.0, (to - from) * 0.6);
        const QRectF box(m_x - 7, middle - body / 2, 14, body);
        wire({m_x, from}, {m_x, box.top()});
        wire({m_x, box.bottom()}, {m_x, to});
        m_painter.setBrush(tokens().field);
        m_painter.drawRect(box);
        if (varies)
            m_painter.drawLine(box.bottomLeft() + QPointF(-7, 4), box.topRight() + QPointF(7, -4));
        write({0, middle - 24, m_x - 12, 48}, words, Qt::AlignRight);
    }
    /// An arm of a bridge, slanting from one node to another.
    void arm(QPointF from, QPointF to) const
    {
        wire(from, to);
        m_painter.save();
        m_painter.translate((from + to) / 2);
        m_painter.rotate(std::atan2(to.y() - from.y(), to.x() - from.x()) * 180 / M_PI);
        m_painter.setBrush(tokens().field);
        m_painter.drawRect(QRectF(-10, -4.5, 20, 9));
        m_painter.restore();
    }
    /// A triangle that points to the right, with its tip at a place; inputs at a third and two
    /// thirds of its height.
    void amplifier(QPointF tip, const QString& words) const
    {
        take();
        m_painter.setBrush(tokens().field);
        m_painter.drawPolygon(QPolygonF{
            {tip, tip - QPointF(amplifierWidth, 22), tip + QPointF(-amplifierWidth, 22)}});
        write({tip.x() - amplifierWidth, tip.y() - 9, amplifierWidth - 8, 18}, words,
            Qt::AlignHCenter);
    }
    /// A diode that points down.
    void diode(QPointF at) const
    {
        take();
        m_painter.setBrush(tokens().field);
        m_painter.drawPolygon(
            QPolygonF{{at + QPointF(-8, -7), at + QPointF(8, -7), at + QPointF(0, 7)}});
        m_painter.drawLine(at + QPointF(-8, 7), at + QPointF(8, 7));
    }
    void write(const QRectF& room, const QString& words, Qt::Alignment side) const
    {
        m_painter.setFont(wordFont(12));
        m_painter.setPen(tokens().ink);
        m_painter.drawText(room, static_cast<int>(side | Qt::AlignVCenter), words);
    }

    static constexpr double amplifierWidth = 36;

private:
    void take() const
    {
        m_painter.setPen(QPen(tokens().accent, 1.6));
        m_painter.setBrush(Qt::NoBrush);
    }

    QPainter& m_painter;
    double m_x;
};

QString named(const QString& name, const Quantity& q)
{
    return name + QLatin1Char('\n') + qText(toText(q));
}

QString inOneLine(QString words)
{
    return words.replace(QLatin1Char('\n'), QLatin1Char(' '));
}

/// What a sensor is called in its circuit.
QString sensorWord(SensorKind kind)
{
    static const std::array<const char*, sensorKindWords.size()> words{"input", "current", "track",
        "sender", "thermistor", "photoresistor", "bridge", "platinum", "diode in the chip"};
    return Schematic::tr(words[static_cast<std::size_t>(kind)]);
}

} // namespace

Schematic::Schematic(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("schematic"));
    setMinimumSize(196, 150);
}

void Schematic::showCircuit(const Channel& channel, const RunView& view)
{
    const auto& c = view.plain().channels[view.choice->channel];
    const auto& sensor = channel.sensor;
    m_sensor = sensor.kind;
    m_frontEnd = channel.frontEnd.kind;
    m_hasUpper = c.input.r1 > 0;
    const double world = view.newest.world;
    const QString now = std::isnan(world) ? QStringLiteral("—") : qText(valueText(c, world, 4));
    const auto fed = tr("reference %1").arg(volts(c.reference));
    m_source = tr("%1 %2").arg(sensorWord(m_sensor), now);
    m_upper = named(QStringLiteral("R1"), channel.frontEnd.r1);
    m_lower = named(QStringLiteral("R2"), channel.frontEnd.r2);
    m_between.clear();
    if (isResistive(m_sensor)) {
        const double ohms = sensorOutput(c.input, world);
        const auto its = sensorWord(m_sensor) + QLatin1Char('\n')
            + (std::isnan(ohms) ? QStringLiteral("—")
                                : qText(ohmText(ohms)) + QLatin1Char('\n') + now);
        const auto fixed = named(tr("fixed"), channel.frontEnd.fixed);
        const bool above = m_frontEnd == FrontEndKind::SensorAbove;
        m_source = fed;
        m_upper = above ? its : fixed;
        m_lower = above ? fixed : its;
    } else if (m_sensor == SensorKind::Potentiometer) {
        const double share = c.input.nominal * (world - c.input.low) / (c.input.high - c.input.low);
        const auto part = [&](double ohms) {
            return sensorWord(m_sensor) + QLatin1Char('\n')
                + (std::isnan(ohms) ? QStringLiteral("—") : qText(ohmText(ohms)));
        };
        m_source = fed;
        m_hasUpper = true;
        m_upper = part(c.input.nominal - share) + QLatin1Char('\n') + now;
        m_lower = part(share);
    } else if (m_sensor == SensorKind::Shunt) {
        m_upper = named(tr("shunt"), sensor.shunt);
        m_lower = m_hasUpper
            ? tr("R1 %1 over R2 %2")
                  .arg(qText(toText(channel.frontEnd.r1)), qText(toText(channel.frontEnd.r2)))
            : QString();
        m_between = QStringLiteral("×%1").arg(sensor.gain);
    } else if (m_sensor == SensorKind::Bridge) {
        m_source = tr("fed %1").arg(qText(toText(sensor.excitation)));
        m_upper = tr("bridge\n%1").arg(now);
        m_lower = volts(sensorOutput(c.input, world));
    } else if (m_sensor == SensorKind::Sender) {
        m_source = tr("sender %1, %2").arg(volts(sensorOutput(c.input, world)), now);
    } else if (m_sensor == SensorKind::Chip) {
        m_upper = m_lower = QString();
    }
    m_pin = tr("%1 %2").arg(qText(channel.source.pin), volts(view.newest.pin));
    if (!std::isnan(view.newest.reading))
        m_pin += tr("\ncode %1").arg(view.newest.reading, 0, 'f', 0);
    QStringList words{m_source, inOneLine(m_upper), m_between, inOneLine(m_lower)};
    words.removeAll(QString());
    setAccessibleName(
        tr("Circuit: %1; pin %2").arg(words.join(QStringLiteral("; ")), inOneLine(m_pin)));
    update();
}

void Schematic::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(wordFont(12, true));
    painter.setPen(t.ink);
    painter.drawText(QRectF(4, 0, width() - 8, 18), Qt::AlignLeft | Qt::AlignVCenter, m_source);
    const auto pin = m_sensor == SensorKind::Bridge ? drawBridge(painter)
        : m_sensor == SensorKind::Shunt             ? drawShunt(painter)
        : m_sensor == SensorKind::Chip              ? drawChip(painter)
                                                    : drawDivider(painter);
    painter.setBrush(t.pale);
    const QRectF plug(pin.x(), pin.y() - 18, std::min(110.0, width() - pin.x() - 2), 36);
    painter.setPen(QPen(t.moss, 1));
    painter.drawRoundedRect(plug, 4, 4);
    painter.setFont(wordFont(12, true));
    painter.setPen(t.ink);
    painter.drawText(plug.adjusted(6, 0, -2, 0), Qt::AlignLeft | Qt::AlignVCenter, m_pin);
}

QPointF Schematic::drawDivider(QPainter& painter) const
{
    const double x = std::clamp(width() * 0.4, 86.0, 130.0);
    const double top = 24;
    const double bottom = height() - 14;
    const QPointF pin(x, (top + bottom) / 2);
    const CircuitPen pen(painter, x);
    pen.terminal({x, top});
    if (!isResistive(m_sensor) && !m_hasUpper)
        pen.wire({x, top + 3}, pin);
    else
        pen.resistor(top + 3, pin.y(), m_upper, m_frontEnd == FrontEndKind::SensorAbove);
    pen.resistor(pin.y(), bottom, m_lower, m_frontEnd == FrontEndKind::SensorBelow);
    pen.ground({x, bottom});
    const QPointF plug = pin + QPointF(18, 0);
    pen.wire(pin, plug);
    pen.dot(pin);
    return plug;
}

/// The current goes down through the shunt; the amplifier sees both of its ends.
QPointF Schematic::drawShunt(QPainter& painter) const
{
    const double x = std::clamp(width() * 0.28, 56.0, 90.0);
    const double top = 24;
    const double bottom = height() - (m_lower.isEmpty() ? 14 : 32);
    const double middle = (top + bottom) / 2;
    const CircuitPen pen(painter, x);
    pen.terminal({x, top});
    pen.resistor(top + 3, bottom, m_upper);
    pen.ground({x, bottom});
    const QPointF tip(x + 24 + CircuitPen::amplifierWidth, middle);
    const double back = tip.x() - CircuitPen::amplifierWidth;
    for (const double side : {-1.0, 1.0}) {
        const double sense = middle + side * std::min(34.0, (bottom - top) * 0.4);
        const double input = middle + side * 9;
        pen.dot({x, sense});
        pen.wire({x, sense}, {x + 14, sense});
        pen.wire({x + 14, sense}, {x + 14, input});
        pen.wire({x + 14, input}, {back, input});
    }
    pen.amplifier(tip, m_between);
    const QPointF plug = tip + QPointF(12, 0);
    pen.wire(tip, plug);
    if (!m_lower.isEmpty())
        pen.write(QRectF(4, height() - 18.0, width() - 8.0, 18), tr("then %1").arg(m_lower),
            Qt::AlignLeft);
    return plug;
}

/// Four arms between feed and ground; the converter sees the difference of the two middles.
QPointF Schematic::drawBridge(QPainter& painter) const
{
    const double x = std::clamp(width() * 0.3, 64.0, 100.0);
    const double top = 26;
    const double bottom = height() - 16;
    const double middle = (top + bottom) / 2;
    const double half = std::min(44.0, (bottom - top) * 0.42);
    const CircuitPen pen(painter, x);
    const QPointF feed(x, top + 4);
    const QPointF low(x, bottom - 4);
    const QPointF left(x - half, middle);
    const QPointF right(x + half, middle);
    for (const auto& side : {left, right}) {
        pen.arm(feed, side);
        pen.arm(side, low);
        pen.dot(side);
    }
    pen.terminal(feed);
    pen.ground({x, bottom});
    pen.wire(low, {x, bottom});
    pen.write({x - half, middle - 20, 2 * half, 40}, m_upper, Qt::AlignHCenter);
    const QPointF plug = right + QPointF(16, 0);
    pen.wire(right, plug);
    pen.write(QRectF(plug.x() - 4, middle + 20, width() - plug.x(), 18), m_lower, Qt::AlignLeft);
    return plug;
}

QPointF Schematic::drawChip(QPainter& painter) const
{
    const double x = std::clamp(width() * 0.25, 44.0, 80.0);
    const double middle = (24 + height() - 14) / 2.0;
    const CircuitPen pen(painter, x);
    painter.setPen(QPen(tokens().line, 1.2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRoundedRect(QRectF(x - 30, middle - 44, 60, 88), 4, 4);
    pen.wire({x, middle - 26}, {x, middle + 26});
    pen.diode({x, middle + 8});
    pen.dot({x, middle - 26});
    pen.ground({x, middle + 26});
    const QPointF plug(x + 44, middle - 26);
    pen.wire({x, middle - 26}, plug);
    return plug;
}

} // namespace fern::app
