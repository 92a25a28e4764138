#pragma once
// The workbench of the Glass leaf: how often the display is redrawn.

#include "app/places/channels/workbench.h"

namespace fern::app {

class GlassBench : public Workbench {
    Q_OBJECT
public:
    GlassBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void edit(Quantity Display::*member, const QString& name, QuantityEdit* input);

    QuantityEdit* m_redrawEvery;
    QuantityEdit* m_busSpeed;
    QLabel* m_plan;
};

} // namespace fern::app
