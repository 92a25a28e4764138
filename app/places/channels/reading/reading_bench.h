#pragma once
// The workbench of the Reading leaf: the converter, the codes it gave, and the last one bit by bit.

#include "app/places/channels/workbench.h"
#include "app/plot/histogram.h"
#include "app/plot/plot.h"

namespace fern::app {

class ReadingBench : public Workbench {
    Q_OBJECT
public:
    ReadingBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void change(const QString& name, const std::function<void(ConverterSpec&)>& change);
    void showConverters();
    void showSpectrum(const RunView& view);
    void showRegisters(const RunView& view);

    QComboBox* m_readBy;
    QSpinBox* m_bits;
    QuantityEdit* m_reference;
    QComboBox* m_range;
    QComboBox* m_school;
    NumberEdit* m_noise;
    QuantityEdit* m_sampleEvery;
    Plot* m_codes;
    Histogram* m_histogram;
    Plot* m_spectrum; ///< of the newest codes
    QLabel* m_statistics;
    QLabel* m_registers;
};

} // namespace fern::app
