#pragma once
// The steady digit: how calm and how late the text may be, and the steps that make it so.

#include "app/document/document.h"
#include "app/runner/background_job.h"
#include "app/runner/run_view.h"
#include "plan/steady_digit.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace fern::app {

class NumberEdit;
class QuantityEdit;

/// The readings of a view as data to try steps on.
TrialData trialDataOf(const RunView& view);

class SteadyPage : public QWidget {
    Q_OBJECT
public:
    SteadyPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

Q_SIGNALS:
    void refused(const QString& message);

private:
    void find();
    void show(const SteadyDigit& found);

    Document& m_document;
    BackgroundJob m_search{this};
    std::string m_channel; ///< id
    std::shared_ptr<const StaticPart> m_shown; ///< what the wish was begun for
    PlainChannel m_plain;
    PlainReader m_reader;
    TrialData m_data;
    double m_redrawEvery = 0.5;
    std::vector<StepSpec> m_found;
    NumberEdit* m_changes;
    QuantityEdit* m_lag;
    QPushButton *m_findButton, *m_useButton;
    QLabel* m_words;
};

} // namespace fern::app
