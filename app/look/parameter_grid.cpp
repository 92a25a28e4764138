#include "app/look/parameter_grid.h"

#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/look/scroll.h"
#include "app/look/text.h"

#include <QComboBox>
#include <QPushButton>

#include <algorithm>

namespace fern::app {

namespace {

/// What is usual, and where that stands; the place is said once for rows that share it.
QString noteOf(const Parameter& parameter, bool saysSource)
{
    QStringList words;
    if (!parameter.source.empty() && !parameter.typical.empty()
        && parameter.kind != ParameterKind::Choice)
        words << QObject::tr("usual %1").arg(qText(parameter.typical));
    if (saysSource && !parameter.source.empty())
        words << qText(parameter.source);
    return words.join(QStringLiteral(" · "));
}

bool sameShape(const Parameter& a, const Parameter& b)
{
    return a.path == b.path && a.kind == b.kind && a.group == b.group && a.choices == b.choices
        && a.choiceWords == b.choiceWords;
}

} // namespace

ParameterGrid::ParameterGrid(bool hasNotes, QWidget* parent)
    : QScrollArea(parent)
    , m_hasNotes(hasNotes)
{
    layInCard(*this);
}

void ParameterGrid::showParameters(const std::vector<Parameter>& parameters)
{
    const bool isSame =
        std::equal(m_rows.begin(), m_rows.end(), parameters.begin(), parameters.end(),
            [](const Row& row, const Parameter& p) { return sameShape(row.parameter, p); });
    if (!isSame)
        rebuild(parameters);
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        fill(m_rows[i], parameters[i],
            i == 0 || parameters[i].group != parameters[i - 1].group
                || parameters[i].source != parameters[i - 1].source);
}

int ParameterGrid::wholeHeight() const
{
    return widget() == nullptr ? 0 : widget()->sizeHint().height();
}

void ParameterGrid::rebuild(const std::vector<Parameter>& parameters)
{
    auto* content = new QWidget;
    content->setBackgroundRole(cardRole);
    auto* layout = new QGridLayout(content);
    layout->setContentsMargins(0, 0, grid, 0);
    layout->setHorizontalSpacing(grid + 4);
    layout->setVerticalSpacing(4);
    layout->setColumnMinimumWidth(0, m_hasNotes ? 130 : 0);
    layout->setColumnMinimumWidth(1, m_hasNotes ? 150 : 72);
    layout->setColumnStretch(1, 2);
    layout->setColumnStretch(2, m_hasNotes ? 3 : 0);
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
        m_rows.push_back(addRow(layout, line, parameter, content));
        line += parameter.kind == ParameterKind::LongText ? 2 : 1;
    }
    layout->setRowStretch(line, 1);
    // The change may have come from one of the old inputs: it must outlive its own signal.
    const auto* focused = focusWidget();
    const auto name = focused != nullptr && focused->hasFocus() ? focused->objectName() : QString();
    if (auto* old = takeWidget()) {
        old->setParent(nullptr);
        old->deleteLater();
    }
    setWidget(content);
    content->show();
    if (auto* again = name.isEmpty() ? nullptr : content->findChild<QWidget*>(name))
        again->setFocus();
}

ParameterGrid::Row ParameterGrid::addRow(
    QGridLayout* layout, int line, const Parameter& parameter, QWidget* content)
{
    Row row{parameter, inputFor(parameter, content),
        new LineLabel(LineLabel::Kind::Note, wordFont(12), content)};
    row.input->setObjectName(QStringLiteral("parameter ") + qText(parameter.path));
    row.input->setAccessibleName(parameter.group.empty()
            ? qText(parameter.label)
            : tr("%1, %2").arg(qText(parameter.group), qText(parameter.label)));
    auto label = qText(parameter.label);
    if (!m_hasNotes)
        label = label.left(1).toUpper() + label.mid(1);
    layout->addWidget(softLabel(label, content), line, 0);
    // A text may be long, and its class says nothing about it.
    const bool isText =
        !m_hasNotes || (parameter.kind == ParameterKind::Text && parameter.source.empty());
    if (parameter.kind == ParameterKind::LongText)
        layout->addWidget(row.input, line + 1, 0, 1, 3);
    else
        layout->addWidget(row.input, line, 1, 1, isText ? 2 : 1);
    row.note->setVisible(!isText);
    if (!isText)
        layout->addWidget(row.note, line, 2);
    return row;
}

QWidget* ParameterGrid::inputFor(const Parameter& parameter, QWidget* content)
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
            [this, path, box] { enter(path, box->currentData().toString()); });
        return box;
    }
    case ParameterKind::Untold: {
        auto* button = new QPushButton(tr("Tell it"), content);
        connect(button, &QPushButton::clicked, this, [this, path] { enter(path, tr("yes")); });
        return button;
    }
    case ParameterKind::Text:
    case ParameterKind::LongText:
    case ParameterKind::Number:
    case ParameterKind::Quantity:
        break;
    }
    auto* edit = new CheckedEdit(content);
    connect(edit, &CheckedEdit::entered, this,
        [this, path](const QString& words) { enter(path, words); });
    return edit;
}

void ParameterGrid::fill(Row& row, const Parameter& parameter, bool saysSource)
{
    row.parameter = parameter;
    row.note->setText(noteOf(parameter, saysSource));
    row.note->setToolTip(noteOf(parameter, true));
    if (auto* box = qobject_cast<QComboBox*>(row.input))
        box->setCurrentIndex(box->findData(qText(parameter.text)));
    else if (auto* edit = qobject_cast<CheckedEdit*>(row.input))
        edit->showText(qText(parameter.text));
    if (parameter.kind == ParameterKind::LongText)
        row.input->setToolTip(qText(parameter.text));
}

void ParameterGrid::enter(const std::string& path, const QString& text)
{
    const auto row = std::find_if(
        m_rows.begin(), m_rows.end(), [&](const Row& r) { return r.parameter.path == path; });
    Q_EMIT entered(
        qText(path), row == m_rows.end() ? QString() : qText(row->parameter.label), text);
}

} // namespace fern::app
