#pragma once
// The ladder of values that break displays, each with the cells it shows; the text of now on top.

#include "app/runner/run_view.h"

#include <QWidget>

namespace fern::app {

class TextLadderView : public QWidget {
    Q_OBJECT
public:
    explicit TextLadderView(QWidget* parent = nullptr);

    void showLadder(const std::string& now, const std::vector<LadderRung>& rungs);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {260, sizeHint().height()}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<LadderRung> m_rungs; ///< the first one is the text of now
};

} // namespace fern::app
