#include "app/places/channels/workbench.h"

#include "app/look/look.h"
#include "app/look/tokens.h"

namespace fern::app {

namespace {

constexpr int belowFacts = 99; ///< a row that takes what is left, so that the facts stay together

} // namespace

Workbench::Workbench(
    const QString& title, const QString& subtitle, Leaf leaf, Document& document, QWidget* parent)
    : Card(title, parent)
    , m_document(document)
    , m_leaf(leaf)
    , m_form(new QFormLayout)
    , m_facts(new QGridLayout)
{
    setSubtitle(subtitle);
    auto* columns = new QHBoxLayout;
    columns->setSpacing(3 * grid);
    m_form->setHorizontalSpacing(grid + 4);
    m_form->setVerticalSpacing(grid - 2);
    m_form->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
    m_facts->setHorizontalSpacing(2 * grid);
    m_facts->setVerticalSpacing(grid - 1);
    m_facts->setColumnStretch(2, 1);
    m_facts->setRowStretch(belowFacts, 1);
    columns->addLayout(m_form, 4);
    columns->addLayout(m_facts, 7);
    body()->addLayout(columns);
    body()->addStretch(1);
}

void Workbench::addInput(const QString& label, QWidget* input, const char* objectName)
{
    input->setObjectName(QString::fromLatin1(objectName));
    input->setAccessibleName(label);
    m_form->addRow(softLabel(label, this), input);
}

QuantityEdit* Workbench::addQuantity(const QString& label, const char* objectName)
{
    auto* edit = new QuantityEdit(this);
    addInput(label, edit, objectName);
    connect(edit, &QuantityEdit::refused, this, &Workbench::refused);
    return edit;
}

QLabel* Workbench::addWords()
{
    auto* label = softLabel({}, this);
    label->setWordWrap(true);
    label->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_form->addRow(label);
    return label;
}

const Part& Workbench::board() const
{
    return *findById(m_document.instrument().parts, m_channel->source.board);
}

void Workbench::showView(const RunView& view)
{
    const auto& instrument = m_document.instrument();
    const auto& choice = *view.choice;
    // A view of an older state may name what no longer exists; the next one will be right.
    if (choice.channel >= instrument.channels.size() || choice.reader >= instrument.readers.size()
        || choice.display >= instrument.displays.size())
        return;
    m_channel = instrument.channels[choice.channel];
    m_reader = instrument.readers[choice.reader];
    m_display = instrument.displays[choice.display];
    showInputs(view);
    showFacts(view.facts[static_cast<std::size_t>(m_leaf)]);
}

void Workbench::showFacts(const std::vector<Fact>& facts)
{
    while (m_rows.size() < facts.size()) {
        const int row = static_cast<int>(m_rows.size());
        std::array<QLabel*, 3> labels{softLabel({}, this), new QLabel(this), softLabel({}, this)};
        labels[1]->setFont(wordFont(13, true));
        labels[2]->setWordWrap(true);
        for (int column = 0; column < 3; ++column)
            m_facts->addWidget(labels[static_cast<std::size_t>(column)], row, column);
        m_rows.push_back(labels);
    }
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const auto fact = i < facts.size() ? facts[i] : Fact{};
        m_rows[i][0]->setText(QString::fromStdString(fact.label));
        m_rows[i][1]->setText(QString::fromStdString(fact.value));
        m_rows[i][2]->setText(QString::fromStdString(fact.note));
    }
}

} // namespace fern::app
