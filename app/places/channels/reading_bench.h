#pragma once
// The workbench of the Reading leaf: the converter.

#include "app/places/channels/workbench.h"

#include <QComboBox>
#include <QSpinBox>

namespace fern::app {

class ReadingBench : public Workbench {
    Q_OBJECT
public:
    ReadingBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void apply(const QString& name, const std::function<void(ConverterSpec&)>& change);

    QSpinBox* m_bits;
    QuantityEdit* m_reference;
    QComboBox* m_school;
    CheckedEdit* m_noise;
    QuantityEdit* m_sampleEvery;
};

} // namespace fern::app
