#pragma once
// Counting: the true pulses, those that the firmware counted, and those that it lost; and how
// finely a gate or a period tells the rate over the working range.

#include "app/document/document.h"
#include "app/plot/plot.h"
#include "app/runner/run_view.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QPushButton;

namespace fern::app {

class CountingLanes : public QWidget {
    Q_OBJECT
public:
    explicit CountingLanes(QWidget* parent);

    void showPulses(const RunView& view);
    QSize minimumSizeHint() const override { return {200, 76}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    PulseStretch m_pulses;
    std::vector<Ticks> m_counted;
    std::vector<bool> m_seen;
};

class CountingPage : public QWidget {
    Q_OBJECT
public:
    CountingPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

private:
    void change(const QString& name, const std::function<void(PulseSpec&)>& change);
    void showErrors(const PlainChannel& channel);

    Document& m_document;
    std::string m_channel; ///< id
    std::shared_ptr<const StaticPart> m_shown;
    CountingLanes* m_lanes;
    Plot* m_errors;
    QLabel* m_words;
    QPushButton* m_interrupt;
    QComboBox* m_measure;
};

} // namespace fern::app
