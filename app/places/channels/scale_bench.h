#pragma once
// The workbench of the Scale leaf: the arithmetic of the parts, written out.

#include "app/places/channels/workbench.h"

#include <QComboBox>

namespace fern::app {

class ScaleBench : public Workbench {
    Q_OBJECT
public:
    ScaleBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    QComboBox* m_numberKind;
};

} // namespace fern::app
