#pragma once
// The polls of a remote node, slot by slot: when it was asked, when it answered, where it stayed
// silent.

#include "app/places/channels/sources/source_view.h"

namespace fern::app {

class NodeSlots : public SourceView {
    Q_OBJECT
public:
    explicit NodeSlots(QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;
    QSize minimumSizeHint() const override { return {260, 110}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Slot {
        double from = 0; ///< seconds
        std::vector<Told> told;
        bool isOver = false;
    };
    std::vector<Slot> m_slots;
    double m_length = 1; ///< seconds
    int m_tries = 1;
    QString m_words;
};

} // namespace fern::app
