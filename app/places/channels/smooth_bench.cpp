#include "app/places/channels/smooth_bench.h"

#include "instrument/edits.h"
#include "smooth/step_text.h"

namespace fern::app {

SmoothBench::SmoothBench(Document& document, QWidget* parent)
    : Workbench(
        tr("Smoothing"), tr("what the reader sees, and how late"), Leaf::Smooth, document, parent)
    , m_steps(new CheckedEdit(this))
{
    m_steps->setPlaceholderText(tr("no step"));
    m_steps->setToolTip(tr("Steps in their order, with semicolons between: moving average N, "
                           "exponential tau SECONDS, exponential alpha A, median N"));
    addInput(tr("Steps"), m_steps, "steps");
    connect(m_steps, &CheckedEdit::entered, this, [this](const QString& typed) {
        const auto steps = parseSteps(typed.toStdString());
        if (!steps)
            return Q_EMIT refused(QString::fromStdString(steps.error().message));
        this->document().apply(tr("Smoothing steps"),
            withSmoothing(this->document().instrument(), channel().id, *steps));
    });
}

void SmoothBench::showInputs(const RunView& /*view*/)
{
    m_steps->showText(QString::fromStdString(stepsText(channel().smoothing)));
}

} // namespace fern::app
