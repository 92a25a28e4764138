#include "app/places/channels/smooth/smooth_bench.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/edits.h"
#include "instrument/step_parameters.h"
#include "smooth/step_text.h"

#include <QApplication>
#include <QClipboard>
#include <QSignalBlocker>

#include <algorithm>
#include <utility>

namespace fern::app {

SmoothBench::SmoothBench(Document& document, QWidget* parent)
    : Workbench(tr("Smoothing"), {}, Leaf::Smooth, document, parent)
    , m_chips(new StepChips(this))
    , m_steps(new CheckedEdit(this))
    , m_copy(new LinkButton(tr("Copy for the firmware"), this))
    , m_window(addWhole(tr("Readings"), 1, longestWindow, "window"))
    , m_tau(addQuantity(tr("Time constant"), "tau"))
    , m_alpha(addNumber(tr("Alpha"), {}, "alpha"))
    , m_figures(new ParameterGrid(false, this))
    , m_buttons(new QWidget(this))
    , m_switch(new QPushButton(this))
    , m_remove(new QPushButton(tr("Remove"), this))
    , m_trace(new TracePlot(this))
    , m_response(new Plot({{tr("step response"), &Tokens::accent, 2}}, this))
    , m_steady(new SteadyPage(document, this))
    , m_variants(new VariantsPage(document, this))
    , m_counting(new CountingPage(document, this))
    , m_gain(new Plot({{tr("passes"), &Tokens::accent, 2}}, this))
{
    card()->insertWidget(0, m_chips);
    auto* buttonRow = new QHBoxLayout(m_buttons);
    buttonRow->setContentsMargins(0, 0, 0, 0);
    buttonRow->addWidget(m_switch);
    buttonRow->addWidget(m_remove);
    buttonRow->addStretch(1);
    m_switch->setObjectName(QStringLiteral("switchStep"));
    m_remove->setObjectName(QStringLiteral("removeStep"));
    m_figures->setMaximumHeight(124);
    addInput({}, m_figures, "stepFigures");
    addInput({}, m_buttons, "stepButtons");
    m_steps->setPlaceholderText(tr("no step"));
    m_steps->setToolTip(
        tr("Steps in their order, with semicolons between, such as: spike gate 5 7 5; median 5; "
           "exponential tau 0.8; digit hysteresis 0.1"));
    m_steps->setObjectName(QStringLiteral("steps"));
    m_steps->setAccessibleName(tr("Steps in words"));
    auto* inWords = new QHBoxLayout;
    inWords->setSpacing(grid + 4);
    inWords->addWidget(softLabel(tr("In words"), this));
    inWords->addWidget(m_steps);
    m_copy->setObjectName(QStringLiteral("copySmoothing"));
    m_copy->setToolTip(tr("The steps as C, which gives the digits that are shown here"));
    inWords->addWidget(m_copy);
    card()->insertLayout(1, inWords);

    addPages();
    connectChips();
}

/// The traces; the steady digit; variants side by side; what passes at which frequency.
void SmoothBench::addPages()
{
    auto* traces = new QWidget(this);
    auto* row = new QHBoxLayout(traces);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    auto* trace = new Card({}, this);
    trace->body()->setContentsMargins(grid, grid, grid, grid);
    trace->body()->addWidget(m_trace);
    row->addWidget(trace, 5);
    auto* response = new Card({}, this);
    response->body()->setContentsMargins(grid, grid, grid, grid);
    response->body()->addWidget(m_response);
    row->addWidget(response, 2);
    m_response->setObjectName(QStringLiteral("stepResponse"));
    auto* frequency = new Card({}, this);
    m_frequencies = frequency;
    frequency->body()->setContentsMargins(grid, grid, grid, grid);
    m_gainWords = wrappedLabel(frequency, "gainWords");
    m_gain->setObjectName(QStringLiteral("gainPlot"));
    frequency->body()->addWidget(m_gainWords);
    frequency->body()->addWidget(m_gain, 1);
    m_pages = new PageChips(this);
    const auto addPage = [this](const QString& word, const char* name, QWidget* page) {
        column()->addWidget(page, 1);
        m_pages->addPage(word, QString::fromLatin1(name), page);
    };
    addPage(tr("Traces"), "smoothTraces", traces);
    addPage(tr("Steady digit"), "smoothSteady", m_steady);
    addPage(tr("Compare"), "smoothCompare", m_variants);
    addPage(tr("Frequencies"), "smoothFrequencies", frequency);
    addPage(tr("Counting"), "smoothCounting", m_counting);
    addTool(m_pages);
    connect(m_pages, &PageChips::opened, this, &Workbench::viewWanted);
    connect(m_steady, &SteadyPage::refused, this, &Workbench::refused);
}

void SmoothBench::connectChips()
{
    connect(m_steps, &CheckedEdit::entered, this, [this](const QString& typed) {
        const auto steps = parseSteps(typed.toStdString());
        if (!steps)
            return Q_EMIT refused(qText(steps.error().message));
        apply(tr("Smoothing steps"), withSmoothing(instrument(), channel().id, *steps));
    });
    connect(m_copy, &QAbstractButton::clicked, this, [this] {
        QApplication::clipboard()->setText(qText(m_code));
        m_copy->setText(tr("Copied"));
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
        const auto step = usualStep(m_plain, m_plainReader, kind);
        change(tr("Add a step"), [&](std::vector<StepSpec>& steps) { steps.push_back(step); });
        m_chips->setCurrent(static_cast<int>(channel().smoothing.size()) - 1);
    });
    connect(m_figures, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            apply(label,
                withStepParameter(instrument(), channel().id,
                    static_cast<std::size_t>(std::max(0, m_chips->current())), path.toStdString(),
                    text.toStdString()));
            showCurrent(); // what was refused goes
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

/// What comes through of each frequency up to half of the sampling rate, and of the mains.
void SmoothBench::showGain(const RunView& view)
{
    if (std::exchange(m_gained, view.fixed) == view.fixed)
        return;
    const auto& line = view.fixed->passes;
    m_gain->showLine(0, line);
    m_gain->setAxisWords(tr("% over hertz"));
    if (!line.seconds.empty())
        m_gain->showRange(0, line.seconds.back());
    m_gainWords->setText(qText(view.fixed->passesInWords));
    m_gain->setAccessibleName(m_gainWords->text());
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
    const bool isWindow = hasWindow(step.kind);
    const bool isExponential = step.kind == StepKind::Exponential;
    const bool isOther = any && !isWindow && !isExponential;
    if (isOther)
        m_figures->showParameters(stepParameters(step));
    setInputVisible(m_figures, isOther);
    const QSignalBlocker blocker(m_window);
    m_window->setSingleStep(step.kind == StepKind::Median ? 2 : 1);
    m_window->setValue(step.window);
    m_tau->showQuantity({step.tau, "s"});
    m_alpha->showNumber(step.alpha);
    m_switch->setText(step.isOff ? tr("Switch on") : tr("Switch off"));
    setInputVisible(m_window, any && isWindow);
    setInputVisible(m_tau, any && isExponential && !step.byAlpha);
    setInputVisible(m_alpha, any && isExponential && step.byAlpha);
    setInputVisible(m_buttons, any);
}

void SmoothBench::showInputs(const RunView& view)
{
    m_plain = view.plain().channels[view.choice->channel];
    m_plainReader = view.plain().readers[view.choice->reader];
    m_chips->showSteps(channel().smoothing);
    m_steps->showText(qText(stepsText(channel().smoothing)));
    if (m_code != view.fixed->smoothingCode) {
        m_code = view.fixed->smoothingCode;
        m_copy->setText(tr("Copy for the firmware"));
    }
    showCurrent();
    m_pages->setPageOffered(m_counting, channel().source.kind == SourceKind::Pulses);
    const auto* page = m_pages->page();
    if (page == m_steady)
        m_steady->showView(view);
    else if (page == m_variants)
        m_variants->showView(view);
    else if (page == m_counting)
        m_counting->showView(view);
    else if (page == m_frequencies)
        showGain(view);
    else
        showTraces(view);
}

void SmoothBench::showTraces(const RunView& view)
{
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
