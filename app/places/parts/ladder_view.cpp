#include "app/places/parts/ladder_view.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"

#include <QHBoxLayout>
#include <QScrollBar>

#include <algorithm>

namespace fern::app {

namespace {

/// The worst finding about a place or something in it.
std::optional<Severity> worstAt(const std::vector<Finding>& findings, const std::string& place)
{
    std::optional<Severity> worst;
    for (const auto& finding : findings)
        if (!finding.livedWith
            && (finding.place == place || finding.place.starts_with(place + "/")))
            worst = std::max(worst.value_or(Severity::Note), finding.severity);
    return worst;
}

bool isBus(const RungWidget* rung)
{
    return rung->rung().kind == PinUseKind::Bus;
}

} // namespace

LadderView::LadderView(QWidget* parent)
    : QScrollArea(parent)
{
    setObjectName(QStringLiteral("ladder"));
    layInCard(*this);
}

void LadderView::showLadder(const PartsLadder& ladder, const std::vector<Finding>& findings)
{
    // Everything is made anew; who had the focus gets it back under its name.
    auto* focused = focusWidget();
    const auto focusName =
        focused != nullptr && focused->hasFocus() ? focused->objectName() : QString();
    const int scrolled = verticalScrollBar()->value();
    auto* content = new QWidget;
    content->setBackgroundRole(cardRole);
    auto* column = new QVBoxLayout(content);
    column->setContentsMargins(0, 0, grid, 0);
    column->setSpacing(grid - 3);
    m_rungs.clear();
    m_modules.clear();
    m_ghost = nullptr;
    for (const auto& board : ladder.boards)
        addBoard(column, board);
    const auto addGroup = [&](const QString& title,
                              const std::vector<RungItem>& items) -> RungWidget* {
        if (items.empty())
            return nullptr;
        Rung rung;
        rung.kind = PinUseKind::Digital;
        rung.title = title.toStdString();
        rung.items = items;
        return addRung(column, rung, {});
    };
    addGroup(tr("Supplies"), ladder.feeders);
    m_looseRung = addGroup(tr("On no bus and no pin"), ladder.loose);
    column->addStretch(1);
    for (auto* module : m_modules) {
        connectModule(module);
        auto worst = worstAt(findings, module->item().place);
        if (module->item().clashes)
            worst = Severity::Stop;
        module->setSeverity(worst);
    }
    setCurrent(m_current);
    setWidget(content); // the old one goes with all that was in it
    content->show();
    if (auto* again = focusName.isEmpty() ? nullptr : content->findChild<QWidget*>(focusName))
        again->setFocus();
    verticalScrollBar()->setValue(scrolled);
}

void LadderView::addBoard(QVBoxLayout* column, const BoardLadder& board)
{
    auto* content = column->parentWidget();
    auto* head = new QHBoxLayout;
    auto* name = new LinkButton(qText(board.title), content);
    name->setFont(wordFont(13, true));
    name->setObjectName(QStringLiteral("board") + qText(board.board));
    head->addWidget(name);
    connect(name, &QAbstractButton::clicked, this,
        [this, id = qText(board.board)] { Q_EMIT partChosen(id); });
    head->addWidget(softLabel(qText(board.about), content));
    head->addStretch(1);
    head->addWidget(softLabel(board.pins.empty()
            ? tr("its pins are not told")
            : tr("%1 of %2 pins used").arg(board.usedPins).arg(board.pins.size()),
        content));
    column->addLayout(head);
    auto* pins = new FlowLayout(nullptr, 3, FlowWidths::Stretched);
    for (const auto& cell : board.pins) {
        auto* pin = new PinButton(cell, content);
        pins->addWidget(pin);
        connect(pin, &QAbstractButton::clicked, this, [this, pin, id = qText(board.board)] {
            Q_EMIT pinClicked(
                id, qText(pin->cell().name), pin->mapToGlobal(QPoint(0, pin->height())));
        });
    }
    column->addLayout(pins);
    for (const auto& rung : board.rungs) {
        auto* made = addRung(
            column, rung, tr("Nothing hangs here yet. Add a part, or drag one to this bus."));
        connect(made, &RungWidget::titleClicked, this,
            [this, id = qText(board.board), bus = qText(rung.bus)] { Q_EMIT busChosen(id, bus); });
    }
}

RungWidget* LadderView::addRung(QVBoxLayout* column, const Rung& rung, const QString& whenEmpty)
{
    auto* made = new RungWidget(rung, whenEmpty, column->parentWidget());
    column->addWidget(made);
    m_rungs.push_back(made);
    m_modules.insert(m_modules.end(), made->modules().begin(), made->modules().end());
    return made;
}

void LadderView::connectModule(ModuleButton* module)
{
    const auto id = qText(module->item().id);
    connect(module, &QAbstractButton::clicked, this, [this, module, id] {
        if (module->item().isChannel)
            Q_EMIT channelChosen(id);
        else
            Q_EMIT partChosen(id);
    });
    connect(module, &ModuleButton::stepWanted, this, [this, module](int by) { step(module, by); });
    connect(module, &ModuleButton::removeWanted, this, [this, module, id] {
        if (!module->item().isChannel)
            Q_EMIT removeWanted(id);
    });
    connect(module, &ModuleButton::dragged, this, [this, module](const QPoint& global) {
        auto* content = widget();
        if (content == nullptr)
            return;
        if (m_ghost == nullptr) {
            m_ghost = new QLabel(content);
            m_ghost->setAttribute(Qt::WA_TransparentForMouseEvents);
            m_ghost->setPixmap(module->grab());
            m_ghost->show();
        }
        m_ghost->move(content->mapFromGlobal(global) + QPoint(6, 6));
        m_ghost->raise();
        markTarget(rungAt(global));
    });
    connect(module, &ModuleButton::dropped, this, [this, module, id](const QPoint& global) {
        delete std::exchange(m_ghost, nullptr);
        const auto* target = rungAt(global);
        markTarget(nullptr);
        if (target == nullptr)
            return;
        // Off every bus is a place of its own; single pins are chosen at the part.
        if (isBus(target) || target == m_looseRung)
            Q_EMIT moveWanted(id, qText(target->rung().bus));
        else
            Q_EMIT refused(tr("%1 stays where it is: a part hangs on a bus; to which single pins "
                              "its lines go is said on its sheet.")
                               .arg(qText(module->item().title)));
    });
}

void LadderView::markTarget(const RungWidget* target)
{
    for (auto* rung : m_rungs)
        rung->setTarget(target != nullptr && rung == target);
}

RungWidget* LadderView::rungAt(const QPoint& global) const
{
    const auto found = std::find_if(m_rungs.begin(), m_rungs.end(),
        [&](const RungWidget* rung) { return rung->rect().contains(rung->mapFromGlobal(global)); });
    return found == m_rungs.end() ? nullptr : *found;
}

void LadderView::step(const ModuleButton* module, int by)
{
    // Buses in the order of the ladder, and below the last one no bus at all.
    std::vector<QString> stops;
    int now = -1;
    for (const auto* rung : m_rungs) {
        if (!isBus(rung))
            continue;
        const auto& all = rung->modules();
        if (std::find(all.begin(), all.end(), module) != all.end())
            now = static_cast<int>(stops.size());
        stops.push_back(qText(rung->rung().bus));
    }
    stops.emplace_back();
    if (now < 0)
        now = static_cast<int>(stops.size()) - 1;
    const int to = now + by;
    if (to >= 0 && to < static_cast<int>(stops.size()))
        Q_EMIT moveWanted(qText(module->item().id), stops[static_cast<std::size_t>(to)]);
}

void LadderView::setCurrent(const QString& part)
{
    m_current = part;
    for (auto* module : m_modules)
        module->setChecked(!module->item().isChannel && qText(module->item().id) == part);
}

} // namespace fern::app
