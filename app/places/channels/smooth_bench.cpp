#include "app/places/channels/smooth_bench.h"

#include "app/look/look.h"
#include "instrument/edits.h"
#include "smooth/step_text.h"

#include <QSignalBlocker>

#include <algorithm>

namespace fern::app {

SmoothBench::SmoothBench(Document& document, QWidget* parent)
    : Workbench(
        tr("Smoothing"), tr("what the reader sees, and how late"), Leaf::Smooth, document, parent)
    , m_chips(new StepChips(this))
    , m_steps(new CheckedEdit(this))
    , m_window(addWhole(tr("Readings"), 1, longestWindow, "window"))
    , m_tau(addQuantity(tr("Time constant"), "tau"))
    , m_alpha(addNumber(tr("Alpha"), {}, "alpha"))
    , m_buttons(new QWidget(this))
    , m_switch(new QPushButton(this))
    , m_remove(new QPushButton(tr("Remove"), this))
    , m_trace(new TracePlot(this))
    , m_response(new Plot({{tr("step response"), &Tokens::accent, 2}}, this))
{
    card()->insertWidget(1, m_chips);
    auto* buttonRow = new QHBoxLayout(m_buttons);
    buttonRow->setContentsMargins(0, 0, 0, 0);
    buttonRow->addWidget(m_switch);
    buttonRow->addWidget(m_remove);
    buttonRow->addStretch(1);
    m_switch->setObjectName(QStringLiteral("switchStep"));
    m_remove->setObjectName(QStringLiteral("removeStep"));
    addInput({}, m_buttons, "stepButtons");
    m_steps->setPlaceholderText(tr("no step"));
    m_steps->setToolTip(tr("Steps in their order, with semicolons between: moving average N, "
                           "exponential tau SECONDS, exponential alpha A, median N"));
    m_steps->setObjectName(QStringLiteral("steps"));
    m_steps->setAccessibleName(tr("Steps in words"));
    auto* inWords = new QHBoxLayout;
    inWords->setSpacing(grid + 4);
    inWords->addWidget(softLabel(tr("In words"), this));
    inWords->addWidget(m_steps);
    card()->insertLayout(2, inWords);

    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    column()->addLayout(row, 1);
    auto* trace = new Card({}, this);
    trace->body()->setContentsMargins(grid, grid, grid, grid);
    trace->body()->addWidget(m_trace);
    row->addWidget(trace, 5);
    auto* response = new Card({}, this);
    response->body()->setContentsMargins(grid, grid, grid, grid);
    response->body()->addWidget(m_response);
    row->addWidget(response, 2);
    m_response->setObjectName(QStringLiteral("stepResponse"));
    connectChips();
}

void SmoothBench::connectChips()
{
    connect(m_steps, &CheckedEdit::entered, this, [this](const QString& typed) {
        const auto steps = parseSteps(typed.toStdString());
        if (!steps)
            return Q_EMIT refused(QString::fromStdString(steps.error().message));
        apply(tr("Smoothing steps"), withSmoothing(instrument(), channel().id, *steps));
    });
    connect(m_chips, &StepChips::currentChanged, this, &SmoothBench::showCurrent);
    connect(m_chips, &StepChips::moved, this, [this](int from, int to) {
        change(tr("Move a step"), [=](std::vector<StepSpec>& steps) {
            const auto moved = steps[static_cast<std::size_t>(from)];
            steps.erase(steps.begin() + from);
            steps.insert(steps.begin() + to, moved);
        });
    });
    const auto switchAt = [this](int index) {
        change(tr("Switch a step"), [=](std::vector<StepSpec>& steps) {
            auto& step = steps[static_cast<std::size_t>(index)];
            step.isOff = !step.isOff;
        });
    };
    const auto removeAt = [this](int index) {
        change(tr("Remove a step"),
            [=](std::vector<StepSpec>& steps) { steps.erase(steps.begin() + index); });
    };
    connect(m_chips, &StepChips::switched, this, switchAt);
    connect(m_chips, &StepChips::removed, this, removeAt);
    connect(
        m_switch, &QPushButton::clicked, this, [this, switchAt] { switchAt(m_chips->current()); });
    connect(
        m_remove, &QPushButton::clicked, this, [this, removeAt] { removeAt(m_chips->current()); });
    connect(m_chips, &StepChips::addWanted, this, [this](StepKind kind) {
        StepSpec step;
        step.kind = kind;
        change(tr("Add a step"), [&](std::vector<StepSpec>& steps) { steps.push_back(step); });
        m_chips->setCurrent(static_cast<int>(channel().smoothing.size()) - 1);
    });
    connect(m_window, &QSpinBox::valueChanged, this, [this](int window) {
        changeCurrent(tr("Readings of a step"), [=](StepSpec& step) { step.window = window; });
    });
    connect(m_tau, &QuantityEdit::quantityEntered, this, [this](const Quantity& tau) {
        changeCurrent(tr("Time constant"), [&](StepSpec& step) { step.tau = inSi(tau); });
    });
    connect(m_alpha, &NumberEdit::numberEntered, this, [this](double alpha) {
        changeCurrent(tr("Alpha"), [=](StepSpec& step) { step.alpha = alpha; });
    });
}

void SmoothBench::change(
    const QString& name, const std::function<void(std::vector<StepSpec>&)>& change)
{
    auto steps = channel().smoothing;
    change(steps);
    apply(name, withSmoothing(instrument(), channel().id, steps));
}

void SmoothBench::changeCurrent(const QString& name, const std::function<void(StepSpec&)>& change)
{
    const int index = m_chips->current();
    this->change(name, [&](std::vector<StepSpec>& steps) {
        if (index >= 0 && index < static_cast<int>(steps.size()))
            change(steps[static_cast<std::size_t>(index)]);
    });
}

void SmoothBench::showCurrent()
{
    const int index = m_chips->current();
    const auto& steps = channel().smoothing;
    const bool any = index >= 0 && index < static_cast<int>(steps.size());
    const StepSpec step = any ? steps[static_cast<std::size_t>(index)] : StepSpec{};
    const bool isWindow = step.kind != StepKind::Exponential;
    const QSignalBlocker blocker(m_window);
    m_window->setSingleStep(step.kind == StepKind::Median ? 2 : 1);
    m_window->setValue(step.window);
    m_tau->showQuantity({step.tau, "s"});
    m_alpha->showNumber(step.alpha);
    m_switch->setText(step.isOff ? tr("Switch on") : tr("Switch off"));
    setInputVisible(m_window, any && isWindow);
    setInputVisible(m_tau, any && !isWindow && !step.byAlpha);
    setInputVisible(m_alpha, any && !isWindow && step.byAlpha);
    setInputVisible(m_buttons, any);
}

void SmoothBench::showInputs(const RunView& view)
{
    m_chips->showSteps(channel().smoothing);
    m_steps->showText(QString::fromStdString(stepsText(channel().smoothing)));
    showCurrent();
    m_trace->showView(view);
    const auto& response = view.fixed->stepResponse;
    m_response->showLine(0, response);
    m_response->setAxisWords(tr("over seconds"));
    m_response->setAccessibleName(
        tr("Response to a jump, %1 samples").arg(response.seconds.size()));
    if (!response.seconds.empty())
        m_response->showRange(0, response.seconds.back());
}

} // namespace fern::app
