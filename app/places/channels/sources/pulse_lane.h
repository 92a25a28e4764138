#pragma once
// The level at a pulse input over the last moments, edge by edge, and the pulses counted below it.

#include "app/places/channels/sources/source_view.h"

namespace fern::app {

class PulseLane : public SourceView {
    Q_OBJECT
public:
    explicit PulseLane(QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;
    QSize minimumSizeHint() const override { return {260, 84}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    PulseStretch m_pulses;
    QString m_words;
};

} // namespace fern::app
