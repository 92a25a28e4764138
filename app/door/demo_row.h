#pragma once
// The instruments that come with the program, each with its glass as it runs.

#include "app/runner/background_job.h"
#include "glass/mono_frame.h"
#include "instrument/instrument.h"

#include <QAbstractButton>
#include <QTimer>

#include <memory>
#include <vector>

namespace fern::app {

class DemoButton;

class DemoRow : public QWidget {
    Q_OBJECT
public:
    explicit DemoRow(QWidget* parent);

Q_SIGNALS:
    /// One was chosen: a copy that has no file.
    void wanted(const fern::Instrument& instrument);

protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    /// Runs them beside the window, once.
    void prepare();

    std::vector<DemoButton*> m_buttons;
    BackgroundJob m_running{this};
    QTimer m_pace; ///< of the glasses
    bool m_isPrepared = false;
};

} // namespace fern::app
