#pragma once
// The uncertainty checked by drawing: a button that draws, and what came out beside the budget.

#include "app/runner/background_job.h"
#include "app/runner/run_view.h"

#include <QAbstractButton>
#include <QLabel>

namespace fern::app {

class DrawnCheck : public QWidget {
    Q_OBJECT
public:
    explicit DrawnCheck(QWidget* parent);

    /// What is drawn is of the channel and of the place of its budget; another one forgets it.
    void showView(const RunView& view);

private:
    void draw();
    void forget();

    std::shared_ptr<const PlainInstrument> m_plain;
    std::size_t m_channel = 0;
    Budget m_budget;
    QAbstractButton* m_button;
    QLabel* m_result;
    BackgroundJob m_job;
};

} // namespace fern::app
