#pragma once
// The workbench of the Text leaf: how the value becomes the cells of its field.

#include "app/places/channels/workbench.h"

#include <QComboBox>
#include <QSpinBox>

namespace fern::app {

class TextBench : public Workbench {
    Q_OBJECT
public:
    TextBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void apply(const QString& name, const std::function<void(TextSpec&)>& change);

    QSpinBox* m_decimals;
    QSpinBox* m_width;
    QComboBox* m_align;
    QComboBox* m_pad;
    CheckedEdit* m_unit;
};

} // namespace fern::app
