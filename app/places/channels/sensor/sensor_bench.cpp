#include "app/places/channels/sensor/sensor_bench.h"

#include "app/look/text.h"
#include "instrument/edits.h"
#include "judge/words.h"
#include "run/channel_run.h"

#include <cmath>
#include <utility>

namespace fern::app {

SensorBench::SensorBench(Document& document, QWidget* parent)
    : Workbench(tr("Sensor"), tr("what stands between the world and the pin"), Leaf::Sensor,
        document, parent)
    , m_sourceResistance(addQuantity(tr("What is measured has"), "sourceResistance"))
    , m_shunt(addQuantity(tr("Shunt"), "shunt"))
    , m_gain(addNumber(tr("Amplifier"), QStringLiteral("×"), "gain"))
    , m_low(makeQuantity(tr("Low end"), "low"))
    , m_lowOutput(makeQuantity(tr("Output at the low end"), "lowOutput"))
    , m_high(makeQuantity(tr("High end"), "high"))
    , m_highOutput(makeQuantity(tr("Output at the high end"), "highOutput"))
    , m_lowPair(addPair(tr("Low end"), m_low, tr("gives"), m_lowOutput))
    , m_highPair(addPair(tr("High end"), m_high, tr("gives"), m_highOutput))
    , m_nominal(addQuantity(tr("Nominal resistance"), "nominal"))
    , m_beta(addNumber(tr("B, kelvin"), QStringLiteral("K"), "beta"))
    , m_gamma(addNumber(tr("Gamma"), {}, "gamma"))
    , m_capacity(addQuantity(tr("Capacity"), "capacity"))
    , m_sensitivity(addNumber(tr("Output at it"), QStringLiteral("mV/V"), "sensitivity"))
    , m_excitation(addQuantity(tr("Excitation"), "excitation"))
    , m_chipOutput(addQuantity(tr("Output at 27 °C"), "outputAt27"))
    , m_chipSlope(addNumber(tr("Changes by"), QStringLiteral("mV/K"), "millivoltPerKelvin"))
    , m_sensorTolerance(
          makeNumber(tr("Sensor tolerance ±"), QStringLiteral("%"), "sensorTolerance"))
    , m_feed(new QComboBox(this))
    , m_sensorPair(addPair(tr("Sensor tolerance ±"), m_sensorTolerance, {}, m_feed))
    , m_side(addChoice(tr("Sensor stands"), {tr("above the pin"), tr("below the pin")}, "side"))
    , m_r1(makeQuantity(tr("Upper resistor R1"), "r1"))
    , m_r2(makeQuantity(tr("Lower resistor R2"), "r2"))
    , m_divider(addPair(tr("Divider R1, R2"), m_r1, tr("over"), m_r2))
    , m_fixed(makeQuantity(tr("Fixed resistor"), "fixed"))
    , m_finest(new LinkButton(tr("finest"), this))
    , m_fixedPair(addPair(tr("Fixed resistor"), m_fixed, {}, m_finest))
    , m_tolerance(makeNumber(tr("Resistors ±"), QStringLiteral("%"), "resistorTolerance"))
    , m_capacitor(makeQuantity(tr("Capacitor at the pin"), "capacitor"))
    , m_schematic(new Schematic(this))
    , m_trace(new TracePlot(this))
{
    addPair(tr("Resistors ±"), m_tolerance, tr("capacitor"), m_capacitor);
    m_capacitor->setToolTip(tr("From the pin to ground: it serves the converter's sampling"));
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    column()->addLayout(row, 1);
    auto* circuit = new Card({}, this);
    circuit->body()->setContentsMargins(grid, grid, grid, grid);
    circuit->body()->addWidget(m_schematic);
    row->addWidget(circuit, 2);
    auto* trace = new Card({}, this);
    trace->body()->setContentsMargins(grid, grid, grid, grid);
    trace->body()->addWidget(m_trace);
    row->addWidget(trace, 5);

    m_finest->setObjectName(QStringLiteral("finestResistor"));
    connect(m_finest, &QAbstractButton::clicked, this, [this] {
        changeFrontEnd(
            tr("Finest resistor"), [this](FrontEndSpec& f) { f.fixed = asResistor(m_offer.ohms); });
    });
    m_sourceResistance->setToolTip(
        tr("Its own resistance, which the divider loads; 0 is not known"));
    connectSensor(
        m_sourceResistance, &SensorSpec::sourceResistance, tr("Resistance of what is measured"));
    connectSensor(m_shunt, &SensorSpec::shunt, tr("Shunt"));
    connectSensor(m_gain, &SensorSpec::gain, tr("Amplifier"));
    connectSensor(m_low, &SensorSpec::low, tr("Low end of the sender"));
    connectSensor(m_lowOutput, &SensorSpec::lowOutput, tr("Low output of the sender"));
    connectSensor(m_high, &SensorSpec::high, tr("High end of the sender"));
    connectSensor(m_highOutput, &SensorSpec::highOutput, tr("High output of the sender"));
    connectSensor(m_nominal, &SensorSpec::nominal, tr("Nominal resistance"));
    connectSensor(m_beta, &SensorSpec::beta, tr("B of the thermistor"));
    connectSensor(m_gamma, &SensorSpec::gamma, tr("Gamma of the photoresistor"));
    connectSensor(m_capacity, &SensorSpec::capacity, tr("Capacity of the bridge"));
    connectSensor(m_sensitivity, &SensorSpec::sensitivity, tr("Output of the bridge"));
    connectSensor(m_excitation, &SensorSpec::excitation, tr("Excitation of the bridge"));
    connectSensor(m_chipOutput, &SensorSpec::outputAt27, tr("Output of the chip's diode"));
    connectSensor(
        m_chipSlope, &SensorSpec::millivoltPerKelvin, tr("Temperature coefficient of the diode"));
    connectSensor(m_sensorTolerance, &SensorSpec::tolerancePercent, tr("Tolerance of the sensor"));
    m_feed->setObjectName(QStringLiteral("senderFeed"));
    m_feed->setAccessibleName(tr("What feeds the sender"));
    m_feed->addItems({tr("own supply"), tr("by reference")});
    m_feed->setToolTip(tr("Fed from the reference its volts follow it, and its error cancels"));
    connect(m_feed, &QComboBox::activated, this, [this](int index) {
        changeSensor(
            tr("Feed of the sender"), [=](SensorSpec& s) { s.isRatiometric = index == 1; });
    });
    connectFrontEnd(m_r1, &FrontEndSpec::r1, tr("Resistor R1"));
    connectFrontEnd(m_r2, &FrontEndSpec::r2, tr("Resistor R2"));
    connectFrontEnd(m_fixed, &FrontEndSpec::fixed, tr("Fixed resistor"));
    connectFrontEnd(m_capacitor, &FrontEndSpec::capacitor, tr("Capacitor at the pin"));
    connect(m_tolerance, &NumberEdit::numberEntered, this, [this](double percent) {
        changeFrontEnd(tr("Tolerance of the resistors"),
            [=](FrontEndSpec& f) { f.tolerancePercent = percent; });
    });
    connect(m_side, &QComboBox::activated, this, [this](int index) {
        changeFrontEnd(tr("Side of the sensor"), [=](FrontEndSpec& f) {
            f.kind = index == 0 ? FrontEndKind::SensorAbove : FrontEndKind::SensorBelow;
        });
    });
}

void SensorBench::changeSensor(const QString& name, const std::function<void(SensorSpec&)>& change)
{
    auto sensor = channel().sensor;
    change(sensor);
    apply(name, withSensor(instrument(), channel().id, sensor));
}

void SensorBench::changeFrontEnd(
    const QString& name, const std::function<void(FrontEndSpec&)>& change)
{
    auto frontEnd = channel().frontEnd;
    change(frontEnd);
    apply(name, withFrontEnd(instrument(), channel().id, frontEnd));
}

void SensorBench::connectSensor(
    QuantityEdit* input, Quantity SensorSpec::*member, const QString& name)
{
    connect(input, &QuantityEdit::quantityEntered, this, [=, this](const Quantity& quantity) {
        changeSensor(name, [&](SensorSpec& s) { s.*member = quantity; });
    });
}

void SensorBench::connectSensor(NumberEdit* input, double SensorSpec::*member, const QString& name)
{
    connect(input, &NumberEdit::numberEntered, this, [=, this](double number) {
        changeSensor(name, [&](SensorSpec& s) { s.*member = number; });
    });
}

void SensorBench::connectFrontEnd(
    QuantityEdit* input, Quantity FrontEndSpec::*member, const QString& name)
{
    connect(input, &QuantityEdit::quantityEntered, this, [=, this](const Quantity& quantity) {
        changeFrontEnd(name, [&](FrontEndSpec& f) { f.*member = quantity; });
    });
}

void SensorBench::showKind()
{
    const auto kind = channel().sensor.kind;
    const bool resistive = isResistive(kind);
    setInputVisible(m_sourceResistance, kind == SensorKind::Voltage);
    setInputVisible(m_shunt, kind == SensorKind::Shunt);
    setInputVisible(m_gain, kind == SensorKind::Shunt);
    const bool isTrack = kind == SensorKind::Potentiometer;
    setInputVisible(m_lowPair, isTrack || kind == SensorKind::Sender);
    setInputVisible(m_highPair, isTrack || kind == SensorKind::Sender);
    for (auto* pair : {m_lowPair, m_highPair}) // a track ends at ground and at the reference
        for (int i = 1; i < pair->layout()->count(); ++i)
            pair->layout()->itemAt(i)->widget()->setVisible(!isTrack);
    m_feed->setVisible(kind == SensorKind::Sender);
    setInputVisible(m_nominal, resistive || isTrack);
    setInputVisible(m_beta, kind == SensorKind::Thermistor);
    setInputVisible(m_gamma, kind == SensorKind::Photoresistor);
    setInputVisible(m_sensorPair, kind != SensorKind::Voltage);
    setInputVisible(m_side, resistive);
    setInputVisible(m_fixedPair, resistive);
    const bool isBridge = kind == SensorKind::Bridge;
    setInputVisible(m_capacity, isBridge);
    setInputVisible(m_sensitivity, isBridge);
    setInputVisible(m_excitation, isBridge);
    const bool isChip = kind == SensorKind::Chip;
    setInputVisible(m_chipOutput, isChip);
    setInputVisible(m_chipSlope, isChip);
    setInputVisible(m_divider, !resistive && !isBridge && !isChip);
}

/// The fixed resistor that makes the coarsest step of a resistive sensor finest.
void SensorBench::offerResistor(const RunView& view)
{
    const auto& c = view.plain().channels[view.choice->channel];
    if (!isResistive(c.input.sensor))
        return;
    m_offer = finestResistor(c.input, c.from, c.to);
    const double count = voltsOf(converterOf(c), converterOf(c).stepCodes(), c.reference);
    const auto step = [&](double slope) { return qText(differenceText(c, count / slope, 2)); };
    m_finest->setEnabled(std::fabs(m_offer.ohms / c.input.fixed - 1) > 1e-3);
    m_finest->setToolTip(tr("%1 makes the coarsest step within the wish %2; now it is %3")
                             .arg(qText(ohmText(m_offer.ohms)), step(m_offer.leastSlope),
                                 step(leastSlope(c.input, c.from, c.to))));
}

void SensorBench::showInputs(const RunView& view)
{
    const auto& sensor = channel().sensor;
    const auto& frontEnd = channel().frontEnd;
    showKind();
    m_sourceResistance->showQuantity(sensor.sourceResistance);
    m_shunt->showQuantity(sensor.shunt);
    m_gain->showNumber(sensor.gain);
    m_low->showQuantity(sensor.low);
    m_lowOutput->showQuantity(sensor.lowOutput);
    m_high->showQuantity(sensor.high);
    m_highOutput->showQuantity(sensor.highOutput);
    m_nominal->showQuantity(sensor.nominal);
    m_nominal->setToolTip(sensor.kind == SensorKind::Thermistor ? tr("At 25 °C")
            : sensor.kind == SensorKind::Platinum               ? tr("At 0 °C")
                                                                : tr("At 10 lx"));
    m_beta->showNumber(sensor.beta);
    m_gamma->showNumber(sensor.gamma);
    m_capacity->showQuantity(sensor.capacity);
    m_sensitivity->showNumber(sensor.sensitivity);
    m_excitation->showQuantity(sensor.excitation);
    m_chipOutput->showQuantity(sensor.outputAt27);
    m_chipSlope->showNumber(sensor.millivoltPerKelvin);
    m_sensorTolerance->showNumber(sensor.tolerancePercent);
    m_feed->setCurrentIndex(channel().sensor.isRatiometric ? 1 : 0);
    m_side->setCurrentIndex(frontEnd.kind == FrontEndKind::SensorBelow ? 1 : 0);
    m_r1->showQuantity(frontEnd.r1);
    m_r2->showQuantity(frontEnd.r2);
    m_fixed->showQuantity(frontEnd.fixed);
    m_tolerance->showNumber(frontEnd.tolerancePercent);
    m_capacitor->showQuantity(frontEnd.capacitor);
    if (std::exchange(m_offered, view.fixed) != view.fixed)
        offerResistor(view);
    m_schematic->showCircuit(channel(), view);
    m_trace->showView(view);
}

} // namespace fern::app
