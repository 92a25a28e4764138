#include "app/places/channels/sensor/schematic.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "base/quantity_text.h"
#include "judge/words.h"

#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace fern::app {

namespace {

QString volts(double value)
{
    return std::isnan(value) ? QStringLiteral("—") : qText(voltText(value, 4));
}

} // namespace

Schematic::Schematic(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("schematic"));
    setMinimumSize(196, 130);
}

void Schematic::showCircuit(const Channel& channel, const RunView& view)
{
    const auto& c = view.plain.channels[view.choice->channel];
    m_sensor = channel.sensor.kind;
    m_frontEnd = channel.frontEnd.kind;
    m_hasUpper = c.input.r1 > 0;
    const double world = view.newest.world;
    const QString now = std::isnan(world) ? QString() : qText(valueText(c, world, 4));
    const auto named = [](const QString& name, const Quantity& q) {
        return name + QLatin1Char('\n') + qText(toText(q));
    };
    if (m_frontEnd == FrontEndKind::Divider) {
        const QString sensor = m_sensor == SensorKind::Voltage ? tr("input")
            : m_sensor == SensorKind::Shunt                    ? tr("shunt amplifier")
            : m_sensor == SensorKind::Bridge                   ? tr("bridge")
            : m_sensor == SensorKind::Chip                     ? tr("diode in the chip")
                                                               : tr("sender");
        m_source = m_sensor == SensorKind::Voltage
            ? tr("%1 %2").arg(sensor, now)
            : tr("%1 %2, %3").arg(sensor, volts(sensorOutput(c.input, world)), now);
        m_upper = named(QStringLiteral("R1"), channel.frontEnd.r1);
        m_lower = m_sensor == SensorKind::Bridge || m_sensor == SensorKind::Chip
            ? QString()
            : named(QStringLiteral("R2"), channel.frontEnd.r2);
    } else {
        m_source = tr("reference %1").arg(volts(c.reference));
        const double ohms = sensorOutput(c.input, world);
        const QString sensor = (m_sensor == SensorKind::Thermistor        ? tr("thermistor")
                                       : m_sensor == SensorKind::Platinum ? tr("platinum")
                                                                          : tr("photoresistor"))
            + QLatin1Char('\n') + (std::isnan(ohms) ? QStringLiteral("—") : qText(ohmText(ohms)));
        const QString fixed = named(tr("fixed"), channel.frontEnd.fixed);
        const bool above = m_frontEnd == FrontEndKind::SensorAbove;
        m_upper = above ? sensor : fixed;
        m_lower = above ? fixed : sensor;
    }
    m_pin = tr("%1 %2").arg(qText(channel.source.pin), volts(view.newest.pin));
    if (!std::isnan(view.newest.reading))
        m_pin += tr("\ncode %1").arg(view.newest.reading, 0, 'f', 0);
    setAccessibleName(
        tr("Circuit: %1; %2; %3; pin %4")
            .arg(m_source, QString(m_upper).replace(QLatin1Char('\n'), QLatin1Char(' ')),
                QString(m_lower).replace(QLatin1Char('\n'), QLatin1Char(' ')),
                QString(m_pin).replace(QLatin1Char('\n'), QLatin1Char(' '))));
    update();
}

void Schematic::paintEvent(QPaintEvent* /*event*/)
{
    const auto& t = tokens();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double x = std::clamp(width() * 0.4, 86.0, 130.0);
    const double top = 24;
    const double bottom = height() - 14;
    const double pin = (top + bottom) / 2;
    const double stub = 18;
    const double body = std::min(34.0, (pin - top) * 0.6);
    const QPen wire(t.accent, 1.6);

    const auto resistor = [&](double from, double to, const QString& words, bool sensor) {
        const double middle = (from + to) / 2;
        const QRectF box(x - 7, middle - body / 2, 14, body);
        painter.setPen(wire);
        painter.drawLine(QPointF(x, from), QPointF(x, box.top()));
        painter.drawLine(QPointF(x, box.bottom()), QPointF(x, to));
        painter.setBrush(t.field);
        painter.drawRect(box);
        if (sensor) { // a stroke across says that it varies
            painter.drawLine(box.bottomLeft() + QPointF(-7, 4), box.topRight() + QPointF(7, -4));
        }
        painter.setFont(wordFont(12));
        painter.setPen(t.ink);
        painter.drawText(
            QRectF(0, middle - 18, x - 12, 36), Qt::AlignRight | Qt::AlignVCenter, words);
    };
    const bool divider = m_frontEnd == FrontEndKind::Divider;
    painter.setFont(wordFont(12, true));
    painter.setPen(t.ink);
    painter.drawText(QRectF(4, 0, width() - 8, 18), Qt::AlignLeft | Qt::AlignVCenter, m_source);
    painter.setPen(wire);
    painter.setBrush(t.card);
    painter.drawEllipse(QPointF(x, top), 3, 3);
    if (divider && !m_hasUpper) {
        painter.drawLine(QPointF(x, top + 3), QPointF(x, pin));
    } else {
        resistor(top + 3, pin, m_upper, m_frontEnd == FrontEndKind::SensorAbove);
    }
    if (m_lower.isEmpty()) // a bridge goes to the converter with both of its outputs
        painter.drawLine(QPointF(x, pin), QPointF(x, bottom));
    else
        resistor(pin, bottom, m_lower, m_frontEnd == FrontEndKind::SensorBelow);
    painter.setPen(wire);
    for (int i = 0; i < 3; ++i) // ground
        painter.drawLine(
            QPointF(x - 9 + 3 * i, bottom + 4 * i), QPointF(x + 9 - 3 * i, bottom + 4 * i));
    painter.drawLine(QPointF(x, pin), QPointF(x + stub, pin));
    painter.setBrush(t.accent);
    painter.drawEllipse(QPointF(x, pin), 2.6, 2.6);
    painter.setBrush(t.pale);
    const QRectF plug(x + stub, pin - 18, std::min(110.0, width() - x - stub - 2), 36);
    painter.setPen(QPen(t.moss, 1));
    painter.drawRoundedRect(plug, 4, 4);
    painter.setFont(wordFont(12, true));
    painter.setPen(t.ink);
    painter.drawText(plug.adjusted(6, 0, -2, 0), Qt::AlignLeft | Qt::AlignVCenter, m_pin);
}

} // namespace fern::app
