#include "app/places/parts/part_sheet.h"

#include "app/look/card.h"
#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/parts_view.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

namespace fern::app {

PartSheet::PartSheet(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_title(new QLabel(this))
    , m_class(new LineLabel(LineLabel::Kind::Note, wordFont(12), this))
    , m_another(new QPushButton(tr("Another one"), this))
    , m_remove(new QPushButton(tr("Remove"), this))
    , m_grid(new ParameterGrid(true, this))
{
    setObjectName(QStringLiteral("partSheet"));
    m_title->setFont(wordFont(14, true));
    m_title->setObjectName(QStringLiteral("partTitle"));
    m_another->setObjectName(QStringLiteral("anotherPart"));
    m_remove->setObjectName(QStringLiteral("removePart"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    auto* head = new QHBoxLayout;
    head->setSpacing(grid);
    head->addWidget(m_title);
    head->addWidget(m_class, 1);
    head->addWidget(m_another);
    head->addWidget(m_remove);
    column->addLayout(head);
    column->addWidget(m_grid, 1);
    connect(m_grid, &ParameterGrid::entered, this, &PartSheet::set);
    connect(m_another, &QPushButton::clicked, this, [this] { Q_EMIT anotherWanted(m_part); });
    connect(m_remove, &QPushButton::clicked, this, [this] {
        if (m_bus.isEmpty())
            Q_EMIT removeWanted(m_part);
        else
            Q_EMIT busRemoveWanted(m_bus);
    });
    showPart({});
}

void PartSheet::showPart(const QString& id, const QString& bus)
{
    m_part = id;
    m_bus = bus;
    const auto& instrument = m_document.instrument();
    const auto* part = findById(instrument.parts, id.toStdString());
    const auto* chosenBus = findBus(instrument, bus.toStdString());
    const bool isGone = part == nullptr || (!bus.isEmpty() && chosenBus == nullptr);
    m_another->setVisible(!isGone && bus.isEmpty());
    m_remove->setVisible(!isGone);
    if (isGone) {
        m_title->setText(tr("No part is chosen"));
        m_class->setText(tr("Click one on the ladder, or a bus, to see and change its figures."));
        m_grid->showParameters({});
        return;
    }
    m_title->setText(qText(bus.isEmpty() ? partName(*part) : busName(*chosenBus)));
    m_class->setText(
        bus.isEmpty() ? qText(part->className) : tr("a bus of %1").arg(qText(partName(*part))));
    auto parameters = parametersOf(instrument, *part);
    if (!bus.isEmpty()) {
        // The lines of the bus follow it in the list, under headings of their own.
        const auto index = chosenBus - part->buses.data();
        const auto from = "buses/" + std::to_string(index) + "/";
        std::erase_if(parameters, [&](const Parameter& p) { return !p.path.starts_with(from); });
    } else {
        std::erase_if(parameters, [](const Parameter& p) { return p.path.starts_with("buses/"); });
    }
    m_grid->showParameters(parameters);
}

void PartSheet::set(const QString& path, const QString& label, const QString& words)
{
    m_document.apply(tr("Set %1 of %2").arg(label, m_title->text()),
        withParameter(m_document.instrument(), m_part.toStdString(), path.toStdString(),
            words.toStdString()));
    refresh();
}

} // namespace fern::app
