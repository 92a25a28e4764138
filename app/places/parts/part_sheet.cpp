#include "app/places/parts/part_sheet.h"

#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"
#include "instrument/parts_view.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

namespace {

QString noteOf(const Parameter& parameter)
{
    if (parameter.source.empty())
        return {};
    if (parameter.typical.empty() || parameter.kind == ParameterKind::Choice)
        return qText(parameter.source);
    return QObject::tr("usual %1 · %2").arg(qText(parameter.typical), qText(parameter.source));
}

bool sameShape(const Parameter& a, const Parameter& b)
{
    return a.path == b.path && a.kind == b.kind && a.group == b.group && a.choices == b.choices
        && a.choiceWords == b.choiceWords;
}

} // namespace

PartSheet::PartSheet(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_title(new QLabel(this))
    , m_class(new LineLabel(LineLabel::Kind::Note, wordFont(12), this))
    , m_another(new QPushButton(tr("Another one"), this))
    , m_remove(new QPushButton(tr("Remove"), this))
    , m_scroll(new QScrollArea(this))
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
    layInCard(*m_scroll);
    column->addWidget(m_scroll, 1);
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
        rebuild({});
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
    const bool isSame =
        std::equal(m_rows.begin(), m_rows.end(), parameters.begin(), parameters.end(),
            [](const Row& row, const Parameter& p) { return sameShape(row.parameter, p); });
    if (!isSame)
        rebuild(parameters);
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        fill(m_rows[i], parameters[i]);
}

void PartSheet::rebuild(const std::vector<Parameter>& parameters)
{
    auto* content = new QWidget;
    content->setBackgroundRole(cardRole);
    auto* layout = new QGridLayout(content);
    layout->setContentsMargins(0, 0, grid, 0);
    layout->setHorizontalSpacing(grid + 4);
    layout->setVerticalSpacing(4);
    layout->setColumnMinimumWidth(0, 130);
    layout->setColumnMinimumWidth(1, 150);
    layout->setColumnStretch(1, 2);
    layout->setColumnStretch(2, 3);
    m_rows.clear();
    int line = 0;
    std::string group;
    for (const auto& parameter : parameters) {
        if (parameter.group != group && !parameter.group.empty()) {
            auto* heading = new QLabel(qText(parameter.group), content);
            heading->setFont(wordFont(12, true));
            layout->addWidget(heading, line++, 0, 1, 3);
        }
        group = parameter.group;
        m_rows.push_back(addRow(layout, line++, parameter, content));
    }
    layout->setRowStretch(line, 1);
    // The change may have come from one of the old inputs: it must outlive its own signal.
    const auto* focused = focusWidget();
    const auto name = focused != nullptr && focused->hasFocus() ? focused->objectName() : QString();
    if (auto* old = m_scroll->takeWidget()) {
        old->setParent(nullptr);
        old->deleteLater();
    }
    m_scroll->setWidget(content);
    content->show();
    if (auto* again = name.isEmpty() ? nullptr : content->findChild<QWidget*>(name))
        again->setFocus();
}

PartSheet::Row PartSheet::addRow(
    QGridLayout* layout, int line, const Parameter& parameter, QWidget* content)
{
    Row row{parameter, inputFor(parameter, content),
        new LineLabel(LineLabel::Kind::Note, wordFont(12), content)};
    row.input->setObjectName(QStringLiteral("parameter ") + qText(parameter.path));
    row.input->setAccessibleName(parameter.group.empty()
            ? qText(parameter.label)
            : tr("%1, %2").arg(qText(parameter.group), qText(parameter.label)));
    layout->addWidget(softLabel(qText(parameter.label), content), line, 0);
    // A text may be long, and its class says nothing about it.
    const bool isText = parameter.kind == ParameterKind::Text && parameter.source.empty();
    layout->addWidget(row.input, line, 1, 1, isText ? 2 : 1);
    row.note->setVisible(!isText);
    if (!isText)
        layout->addWidget(row.note, line, 2);
    return row;
}

QWidget* PartSheet::inputFor(const Parameter& parameter, QWidget* content)
{
    const auto path = parameter.path;
    switch (parameter.kind) {
    case ParameterKind::Choice:
    case ParameterKind::Flag: {
        auto* box = new QComboBox(content);
        if (parameter.kind == ParameterKind::Flag)
            for (const auto* word : {"no", "yes"})
                box->addItem(QString::fromLatin1(word), QString::fromLatin1(word));
        for (std::size_t i = 0; i < parameter.choices.size(); ++i)
            box->addItem(qText(parameter.choiceWords[i]), qText(parameter.choices[i]));
        connect(box, &QComboBox::activated, this,
            [this, path, box] { set(path, box->currentData().toString()); });
        return box;
    }
    case ParameterKind::Untold: {
        auto* button = new QPushButton(tr("Tell it"), content);
        connect(button, &QPushButton::clicked, this, [this, path] { set(path, tr("yes")); });
        return button;
    }
    case ParameterKind::Text:
    case ParameterKind::Number:
    case ParameterKind::Quantity:
        break;
    }
    auto* edit = new CheckedEdit(content);
    connect(edit, &CheckedEdit::entered, this,
        [this, path](const QString& words) { set(path, words); });
    return edit;
}

void PartSheet::fill(Row& row, const Parameter& parameter)
{
    row.parameter = parameter;
    row.note->setText(noteOf(parameter));
    if (auto* box = qobject_cast<QComboBox*>(row.input))
        box->setCurrentIndex(box->findData(qText(parameter.text)));
    else if (auto* edit = qobject_cast<CheckedEdit*>(row.input))
        edit->showText(qText(parameter.text));
}

void PartSheet::set(const std::string& path, const QString& words)
{
    const auto row = std::find_if(
        m_rows.begin(), m_rows.end(), [&](const Row& r) { return r.parameter.path == path; });
    const auto label = row == m_rows.end() ? QString() : qText(row->parameter.label);
    m_document.apply(tr("Set %1 of %2").arg(label, m_title->text()),
        withParameter(m_document.instrument(), m_part.toStdString(), path, words.toStdString()));
    refresh();
}

} // namespace fern::app
