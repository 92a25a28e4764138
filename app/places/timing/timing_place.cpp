#include "app/places/timing/timing_place.h"

#include "app/dialogs/dialogs.h"
#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "app/notice/notice_bar.h"
#include "app/play/play_control.h"
#include "instrument/loops.h"
#include "instrument/program_edits.h"
#include "io/files.h"
#include "judge/counted_pulses.h"
#include "judge/timing_sheet.h"
#include "plan/program_starts.h"
#include "run/firmware_run.h"
#include "run/vcd.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QPainterPath>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>
#include <utility>

namespace fern::app {

namespace {

/// Whether the program of a board prints lines.
bool hasLines(const Instrument& in, const std::string& board)
{
    return std::any_of(
        in.timing.program.begin(), in.timing.program.end(), [&](const ProgramTask& task) {
            return task.does == TaskDoes::Print && boardIdOf(in, task) == board;
        });
}

} // namespace

QPainterPath TimingPlace::mark()
{
    // A clock whose hand is a leaf.
    QPainterPath path;
    path.addEllipse(QPointF(12, 12), 8.5, 8.5);
    path.moveTo(12, 12);
    path.cubicTo(12, 8, 14, 6.4, 17, 6.2);
    path.cubicTo(17.2, 9.4, 15.6, 11.6, 12, 12);
    path.moveTo(12, 12);
    path.lineTo(8.4, 12);
    return path;
}

TimingPlace::TimingPlace(House& house, QWidget* parent)
    : Place(parent)
    , m_house(house)
    , m_document(house.document)
    , m_lanesCard(new Card(tr("What runs when"), this))
    , m_lanes(new ActivityLanes(this))
    , m_cursor(softLabel({}, this))
    , m_programCard(new Card(tr("The program"), this))
    , m_program(new ProgramList(this))
    , m_remove(new QPushButton(tr("Remove"), this))
    , m_boards(makeBoards())
    , m_modes(makeModes())
    , m_runtime(makeRuntime())
    , m_task(new ParameterGrid(false, this))
    , m_serial(new ParameterGrid(false, this))
    , m_modesFigures(new ParameterGrid(false, this))
    , m_taskName(new QLabel(this))
    , m_pages(new PageChips(this))
    , m_limits(new LimitsList(QStringLiteral("limit"), this))
    , m_plan(new PlanPage(house.document, this))
    , m_ways(new WaysPage(house.document, this))
    , m_whatIf(new WhatIfPage(house.document, this))
    , m_sleep(new SleepPage(house.document, this))
{
    setObjectName(QStringLiteral("timingPlace"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    column->addWidget(makeLanes());
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    int share = 9; // of the width, whatever they show
    for (auto* card : {makeProgram(), makePages()}) {
        card->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
        row->addWidget(card, share++);
    }
    column->addLayout(row, 1);
}

QWidget* TimingPlace::makeLanes()
{
    auto* card = m_lanesCard;
    m_cursor->setObjectName(QStringLiteral("lanesCursor"));
    card->body()->addWidget(m_lanes);
    card->body()->addWidget(m_cursor);
    connect(m_lanes, &ActivityLanes::named, this, [this](const QString& words) {
        m_cursor->setText(words.isEmpty() ? tr("Point at a stretch, and it is named.") : words);
    });
    m_cursor->setText(tr("Point at a stretch, and it is named."));
    auto* save = new QPushButton(tr("Export …"), this);
    save->setObjectName(QStringLiteral("exportLanes"));
    save->setToolTip(tr("As a picture (.png), as rows (.csv) or as a timeline (.vcd)"));
    card->addTool(save);
    connect(save, &QPushButton::clicked, this, &TimingPlace::exportLanes);
    return card;
}

QWidget* TimingPlace::makeProgram()
{
    auto* card = m_programCard;
    card->addTool(m_runtime);
    auto* choices = new QHBoxLayout;
    choices->addWidget(m_boards);
    choices->addWidget(m_modes);
    choices->addStretch(1);
    card->body()->addLayout(choices);
    auto* room = new QScrollArea(card);
    room->setWidgetResizable(true);
    auto* inside = new QWidget(room);
    auto* rows = new QVBoxLayout(inside);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->addWidget(m_program);
    rows->addStretch(1);
    room->setWidget(inside);
    layInCard(*room);
    card->body()->addWidget(room, 4);
    auto* foot = new QHBoxLayout;
    m_remove->setObjectName(QStringLiteral("removeTask"));
    foot->addWidget(makeAdding());
    foot->addWidget(m_remove);
    foot->addStretch(1);
    foot->addWidget(makeStarts());
    card->body()->addLayout(foot);
    addTask(*card);
    const auto remove = [this](const QString& task) {
        m_document.apply(
            tr("Remove a task"), withoutTask(m_document.instrument(), task.toStdString()));
    };
    connect(m_remove, &QPushButton::clicked, this, [this, remove] { remove(m_program->task()); });
    connect(m_program, &ProgramList::removed, this, remove);
    connect(m_program, &ProgramList::chosen, this, [this] { showTask(); });
    connect(m_program, &ProgramList::moved, this, [this](const QString& task, const QString& to) {
        m_document.apply(tr("Move a task"),
            withTaskMoved(m_document.instrument(), task.toStdString(), to.toStdString()));
    });
    return card;
}

/// How the firmware is run.
QComboBox* TimingPlace::makeRuntime()
{
    auto* box = new QComboBox(this);
    box->setObjectName(QStringLiteral("runtime"));
    box->setAccessibleName(tr("How the firmware is run"));
    box->setToolTip(tr("An interpreter takes a hundred times as long for its words (estimates)"));
    for (const auto word : runtimeWords)
        box->addItem(qText(word));
    connect(box, &QComboBox::activated, this, [this, box](int index) {
        m_document.apply(tr("How it is run"),
            withRuntime(m_document.instrument(), board(), static_cast<Runtime>(index)));
        box->setCurrentIndex(
            static_cast<int>(loopSpecOf(m_document.instrument(), board()).runtime));
    });
    return box;
}

/// Whose program is shown.
QComboBox* TimingPlace::makeBoards()
{
    auto* box = new QComboBox(this);
    box->setObjectName(QStringLiteral("programBoard"));
    box->setAccessibleName(tr("Board"));
    box->setToolTip(tr("Each board has a program of its own"));
    connect(box, &QComboBox::activated, this, [this] {
        showProgram();
        showTask();
        m_pageOf.clear();
        showPage();
    });
    return box;
}

/// In which mode the limits and the plan are weighed.
QComboBox* TimingPlace::makeModes()
{
    auto* box = new QComboBox(this);
    box->setObjectName(QStringLiteral("programMode"));
    box->setAccessibleName(tr("Mode"));
    box->setToolTip(tr("Limits and plan are of this mode, or of the worst of all"));
    connect(box, &QComboBox::activated, this, [this] {
        showProgram();
        m_pageOf.clear();
        showPage();
    });
    return box;
}

std::string TimingPlace::board() const
{
    return m_boards->currentData().toString().toStdString();
}

std::optional<std::size_t> TimingPlace::mode() const
{
    return m_modes->currentIndex() > 0
        ? std::optional(static_cast<std::size_t>(m_modes->currentIndex() - 1))
        : std::nullopt;
}

std::shared_ptr<const PlainInstrument> TimingPlace::weighed() const
{
    const auto own = mode();
    return own ? std::make_shared<const PlainInstrument>(inMode(*m_shown, *own)) : m_shown;
}

void TimingPlace::showChoices()
{
    const auto before = m_boards->currentData();
    m_boards->clear();
    for (const auto& loop : m_shown->loops)
        if (loop.core == 1)
            m_boards->addItem(qText(loop.name), qText(loop.board));
    m_boards->setCurrentIndex(std::max(0, m_boards->findData(before)));
    m_boards->setVisible(m_boards->count() > 1);
    const auto chosen = m_modes->currentText();
    m_modes->clear();
    m_modes->addItem(tr("all modes"));
    for (const auto& each : m_shown->modes.names)
        m_modes->addItem(qText(each));
    m_modes->setCurrentIndex(std::max(0, m_modes->findText(chosen)));
    m_modes->setVisible(m_modes->count() > 1);
}

/// The tasks of the board, in the mode that is chosen.
void TimingPlace::showProgram()
{
    auto rows = taskRows(m_document.instrument(), *m_shown);
    const auto own = mode();
    std::erase_if(rows, [&](const TaskRow& row) {
        return m_shown->loops[row.loop].board != board()
            || (own && !row.modes.empty()
                && std::find(row.modes.begin(), row.modes.end(), *own) == row.modes.end());
    });
    const bool hasTwo = std::any_of(rows.begin(), rows.end(),
        [&](const TaskRow& row) { return m_shown->loops[row.loop].core > 1; });
    m_programCard->setSubtitle(hasTwo ? tr("a loop for each core") : tr("one loop"));
    m_program->showTasks(rows);
}

/// Tasks that a program has only where its maker wants them.
QWidget* TimingPlace::makeAdding()
{
    struct Adding {
        QString words, what;
        TaskDoes does;
    };
    const std::vector<Adding> all{{tr("a line"), tr("Text over the serial port"), TaskDoes::Print},
        {tr("a wait"), tr("A time in which the program does nothing else"), TaskDoes::Wait},
        {tr("a save"), tr("A number into memory that keeps it without power"), TaskDoes::Save},
        {tr("a sleep"), tr("The processor switched off, until a clock wakes it"), TaskDoes::Sleep}};
    auto* box = new QComboBox(this);
    box->setObjectName(QStringLiteral("addTask"));
    box->setAccessibleName(tr("Add a task"));
    box->addItem(tr("add …"));
    for (const auto& each : all) {
        box->addItem(each.words);
        box->setItemData(box->count() - 1, each.what, Qt::ToolTipRole);
    }
    connect(box, &QComboBox::activated, this, [this, box, all](int item) {
        box->setCurrentIndex(0);
        if (item == 0)
            return;
        const auto& each = all[static_cast<std::size_t>(item - 1)];
        const auto made = withNewTask(m_document.instrument(), board(), each.does);
        if (made)
            m_program->chooseTask(qText(made->timing.program.back().id));
        m_document.apply(tr("Add %1").arg(each.words), made);
    });
    return box;
}

/// Programs to begin with.
QWidget* TimingPlace::makeStarts()
{
    auto* box = new QComboBox(this);
    box->setObjectName(QStringLiteral("programStarts"));
    box->setAccessibleName(tr("Programs to begin with"));
    box->setMinimumWidth(130);
    box->addItem(tr("begin with …"));
    for (const auto& start : programStarts()) {
        const auto words = qText(start.words);
        box->addItem(start.isSound ? words : tr("%1, as often met").arg(words));
        box->setItemData(box->count() - 1, qText(start.what), Qt::ToolTipRole);
    }
    connect(box, &QComboBox::activated, this, [this, box](int item) {
        box->setCurrentIndex(0);
        if (item > 0)
            m_document.apply(tr("Begin with a program"),
                programStarts()[static_cast<std::size_t>(item - 1)].make(m_document.instrument()));
    });
    return box;
}

void TimingPlace::addTask(Card& card)
{
    m_taskName->setFont(wordFont(14, true));
    m_taskName->setTextFormat(Qt::PlainText);
    m_taskName->setObjectName(QStringLiteral("taskName"));
    m_task->setObjectName(QStringLiteral("taskFigures"));
    m_serial->setObjectName(QStringLiteral("serialFigures"));
    card.body()->addWidget(m_taskName);
    auto* figures = new QHBoxLayout;
    auto* ofAll = new QVBoxLayout;
    ofAll->addWidget(m_serial, 1);
    ofAll->addWidget(m_modesFigures, 1);
    figures->addWidget(m_task, 1);
    figures->addLayout(ofAll, 1);
    card.body()->addLayout(figures, 3);
    connect(m_task, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(label,
                withTaskParameter(m_document.instrument(), m_program->task().toStdString(),
                    path.toStdString(), text.toStdString()));
        });
    connect(m_serial, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(label,
                withSerialParameter(
                    m_document.instrument(), board(), path.toStdString(), text.toStdString()));
        });
    m_modesFigures->setObjectName(QStringLiteral("modesFigures"));
    connect(m_modesFigures, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(label,
                withModesParameter(
                    m_document.instrument(), path.toStdString(), text.toStdString()));
        });
}

QWidget* TimingPlace::makePages()
{
    auto* card = new Card({}, this);
    card->body()->setContentsMargins(grid + 4, grid, grid + 4, grid);
    m_limits->setObjectName(QStringLiteral("timingLimits"));
    m_limits->setAccessibleName(tr("Limits of this build"));
    m_pages->addPage(tr("Limits"), QStringLiteral("limitsChip"), m_limits)
        ->setToolTip(tr("Of this build, in closed form: no run goes beyond"));
    m_pages->addPage(tr("Plan"), QStringLiteral("planChip"), m_plan)
        ->setToolTip(tr("The pace that keeps every wish"));
    m_pages->addPage(tr("Redraws"), QStringLiteral("waysChip"), m_ways)
        ->setToolTip(tr("The ways to redraw a display"));
    m_pages->addPage(tr("What if"), QStringLiteral("whatIfChip"), m_whatIf)
        ->setToolTip(tr("Another pace, tried before it is applied"));
    m_pages->addPage(tr("Sleep"), QStringLiteral("sleepChip"), m_sleep)
        ->setToolTip(tr("The hours and the ages of each time asleep"));
    m_pages->row()->addStretch(1);
    card->body()->addWidget(m_pages);
    for (QWidget* page :
        std::initializer_list<QWidget*>{m_limits, m_plan, m_ways, m_whatIf, m_sleep})
        card->body()->addWidget(page, 1);
    connect(m_pages, &PageChips::opened, this, [this] {
        if (m_view) {
            showPage();
            showLanes();
        }
    });
    connect(m_whatIf, &WhatIfPage::moved, this, &TimingPlace::showLanes);
    return card;
}

void TimingPlace::turnTo(const Destination& there)
{
    if (!there.page.isEmpty())
        m_lanes->pointAt(there.page.toDouble());
    const QString tasks = QStringLiteral("/timing/program/");
    if (there.pointer.startsWith(tasks))
        m_program->chooseTask(there.pointer.mid(tasks.size()));
}

void TimingPlace::exportLanes()
{
    const auto path = m_house.dialogs.fileToSave(
        this, tr("Save what ran"), qText(m_document.instrument().name) + QStringLiteral(".png"));
    if (path.isEmpty())
        return;
    const auto& view = m_lanes->view();
    Result<void> written;
    if (path.endsWith(QStringLiteral(".csv"), Qt::CaseInsensitive)) {
        written = io::writeFileAtomically(
            path.toStdString(), csvOf(activityTable(view.plain(), view.activity)));
    } else if (path.endsWith(QStringLiteral(".vcd"), Qt::CaseInsensitive)) {
        VcdTimeline timeline(view.plain());
        for (const auto& busy : view.activity)
            timeline.busy(busy);
        written = io::writeFileAtomically(path.toStdString(), timeline.text());
    } else if (!m_lanes->grab().save(path, "PNG")) {
        written = Error{ErrorCode::NotFound, "it cannot be written", path.toStdString()};
    }
    if (!written)
        m_house.notice.refuse(qText(describe(written.error())));
}

void TimingPlace::showView(const std::shared_ptr<const RunView>& view)
{
    m_view = view;
    if (m_shown != view->resolved) {
        m_shown = view->resolved;
        showChoices();
        showProgram();
        showTask();
        showPage();
    }
    showLanes();
}

void TimingPlace::showPage()
{
    const auto& program = m_shown->program;
    m_pages->setPageOffered(m_sleep,
        std::any_of(program.begin(), program.end(),
            [](const PlainTask& task) { return task.spec.does == TaskDoes::Sleep; }));
    const QWidget* page = m_pages->page();
    if (std::exchange(m_pageOf[page], m_shown) == m_shown)
        return;
    if (page == m_limits)
        m_limits->showLimits(timingLimits(*weighed()));
    else if (page == m_plan)
        m_plan->plan(m_house.play.scenario(), mode());
    else if (page == m_ways)
        m_ways->showInstrument(weighed());
    else if (page == m_sleep)
        m_sleep->showInstrument(
            *weighed(), m_shown->loops[loopAt(m_shown->loops, board(), 1)].name);
    else
        m_whatIf->showInstrument(weighed(), m_house.play.scenario(), mode());
}

/// What is tried is run for the last seconds as though it had been so since a little before them.
void TimingPlace::showLanes()
{
    const bool isScenario = !m_view->live && !m_view->isReplayed;
    const auto tried = m_pages->page() == m_whatIf && isScenario ? m_whatIf->tried() : nullptr;
    m_lanesCard->setSubtitle(tried ? tr("at the pace that is tried")
                                   : tr("the last second; the wheel, or + and −, look closer"));
    if (!tried)
        return m_lanes->showView(*m_view);
    const auto before = busyKept * 2;
    RunHistory history(busyKept);
    RunOptions options;
    options.start = m_view->now > before ? m_view->now - before : Ticks{};
    FirmwareRun run(*tried, options, history);
    run.advanceTo(m_view->now);
    RunView view = *m_view;
    view.resolved = tried;
    view.activity.assign(history.activity().begin(), history.activity().end());
    if (view.channel < tried->channels.size()
        && tried->channels[view.channel].source.kind == SourceKind::Pulses)
        view.pulses = countedPulses(*tried, view.channel, history, m_view->now);
    m_lanes->showView(view);
}

void TimingPlace::showTask()
{
    const auto& in = m_document.instrument();
    m_runtime->setCurrentIndex(static_cast<int>(loopSpecOf(in, board()).runtime));
    const auto task = m_program->task().toStdString();
    const auto program = wholeProgram(in);
    const auto found = std::find_if(
        program.begin(), program.end(), [&](const ProgramTask& each) { return each.id == task; });
    const bool isThere = found != program.end();
    m_remove->setEnabled(isThere && !found->traits().isByItself);
    m_taskName->setText(isThere ? qText(taskDoesWords[static_cast<std::size_t>(found->does)])
                + QStringLiteral(" ") + qText(found->of)
                                : tr("No task is chosen"));
    m_task->showParameters(taskParameters(in, task));
    m_serial->setVisible(hasLines(in, board()));
    if (hasLines(in, board()))
        m_serial->showParameters(serialParameters(in, board()));
    m_modesFigures->setVisible(!in.settings.empty());
    if (!in.settings.empty())
        m_modesFigures->showParameters(modesParameters(in));
}

} // namespace fern::app
