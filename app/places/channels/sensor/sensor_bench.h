#pragma once
// The workbench of the Sensor leaf: the sensor's own figures, the resistors, and the circuit.

#include "app/look/chip.h"
#include "app/places/channels/sensor/schematic.h"
#include "app/places/channels/trace_plot.h"
#include "app/places/channels/workbench.h"
#include "parts/fit_front_end.h"

namespace fern::app {

class SensorBench : public Workbench {
    Q_OBJECT
public:
    SensorBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void changeSensor(const QString& name, const std::function<void(SensorSpec&)>& change);
    void changeFrontEnd(const QString& name, const std::function<void(FrontEndSpec&)>& change);
    void connectSensor(QuantityEdit* input, Quantity SensorSpec::*member, const QString& name);
    void connectSensor(NumberEdit* input, double SensorSpec::*member, const QString& name);
    void connectFrontEnd(QuantityEdit* input, Quantity FrontEndSpec::*member, const QString& name);
    void showKind();
    void offerResistor(const RunView& view);

    QuantityEdit* m_sourceResistance;
    QuantityEdit* m_shunt;
    NumberEdit* m_gain;
    QuantityEdit* m_low;
    QuantityEdit* m_lowOutput;
    QuantityEdit* m_high;
    QuantityEdit* m_highOutput;
    QWidget* m_lowPair;
    QWidget* m_highPair;
    QuantityEdit* m_nominal;
    NumberEdit* m_beta;
    NumberEdit* m_gamma;
    QuantityEdit* m_capacity;
    NumberEdit* m_sensitivity;
    QuantityEdit* m_excitation;
    QuantityEdit* m_chipOutput;
    NumberEdit* m_chipSlope;
    NumberEdit* m_sensorTolerance;
    QComboBox* m_feed;
    QWidget* m_sensorPair;
    QComboBox* m_side;
    QuantityEdit* m_r1;
    QuantityEdit* m_r2;
    QWidget* m_divider;
    QuantityEdit* m_fixed;
    LinkButton* m_finest;
    QWidget* m_fixedPair;
    ResistorOffer m_offer;
    std::shared_ptr<const StaticPart> m_offered; ///< what the offer was made for
    NumberEdit* m_tolerance;
    QuantityEdit* m_capacitor;
    Schematic* m_schematic;
    TracePlot* m_trace;
};

} // namespace fern::app
