#pragma once
// The workbench of the World leaf: what the channel is wished to do.

#include "app/places/channels/workbench.h"

namespace fern::app {

class WorldBench : public Workbench {
    Q_OBJECT
public:
    WorldBench(Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    void edit(Quantity ChannelWish::*member, const QString& name, QuantityEdit* input);

    QuantityEdit* m_from;
    QuantityEdit* m_to;
    QuantityEdit* m_step;
    QuantityEdit* m_tolerance;
    QuantityEdit* m_freshness;
};

} // namespace fern::app
