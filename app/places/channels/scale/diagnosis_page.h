#pragma once
// "It shows this, I expected that": pairs are typed, and known mistakes that explain them are
// listed.

#include "app/document/document.h"
#include "app/runner/background_job.h"
#include "app/runner/run_view.h"
#include "plan/diagnosis.h"

#include <QWidget>

class QLabel;
class QPushButton;

namespace fern::app {

class CheckedEdit;
class QuantityEdit;

class DiagnosisPage : public QWidget {
    Q_OBJECT
public:
    DiagnosisPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

Q_SIGNALS:
    void refused(const QString& message);

private:
    void add();
    void showGlass(const RunView& view);
    void emptyInputs();
    /// Looks for what explains the pairs, beside the window.
    void showExplanations();
    /// `next` is where to measure next, in the channel's unit; NaN where nothing tells more.
    void show(const Diagnosis& found, double next);
    void showFixes(const std::vector<Explanation>& found);

    Document& m_document;
    PlainChannel m_channel;
    QString m_firmware; ///< the right function
    std::vector<ShownExpected> m_pairs;
    CheckedEdit* m_shows;
    QuantityEdit* m_expected;
    QPushButton *m_add, *m_clear, *m_copy;
    QWidget* m_fixes;
    QLabel *m_list, *m_explanations, *m_glass;
    BackgroundJob m_search{this};
};

} // namespace fern::app
