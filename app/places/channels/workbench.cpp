#include "app/places/channels/workbench.h"

#include "app/look/figure_tag.h"
#include "app/look/look.h"
#include "app/look/tab_order.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

namespace fern::app {

namespace {

constexpr int belowFacts = 99; ///< a row that takes what is left, so that the facts stay together

} // namespace

Workbench::Workbench(
    const QString& title, const QString& subtitle, Leaf leaf, Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_leaf(leaf)
    , m_column(new QVBoxLayout(this))
    , m_card(new Card(title, this))
    , m_inside(new FormScroll(m_card))
    , m_content(new QVBoxLayout(m_inside->widget()))
    , m_columns(new QHBoxLayout)
    , m_form(new QFormLayout)
    , m_facts(new QGridLayout)
{
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(grid);
    m_card->setSubtitle(subtitle);
    m_columns->setSpacing(2 * grid);
    m_form->setHorizontalSpacing(grid + 4);
    m_form->setVerticalSpacing(grid - 3);
    m_form->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
    m_facts->setHorizontalSpacing(grid + 4);
    m_facts->setVerticalSpacing(grid - 2);
    m_facts->setColumnStretch(2, 1);
    m_facts->setRowStretch(belowFacts, 1);
    m_columns->addLayout(m_form, 4);
    m_columns->addLayout(m_facts, 7);
    m_content->setContentsMargins(0, 0, 0, 0);
    m_content->setSpacing(grid);
    m_content->addLayout(m_columns);
    m_card->body()->addWidget(m_inside);
    m_column->addWidget(m_card);
    if (leaf == Leaf::Sensor)
        addSourceButton();
}

void Workbench::addSourceButton()
{
    m_source = new QPushButton(this);
    m_source->setObjectName(QStringLiteral("sourceMenu"));
    m_source->setToolTip(tr("A scenario, a recording, a stand-in or a port"));
    connect(m_source, &QPushButton::clicked, this,
        [this] { Q_EMIT sourceMenuWanted(m_source->mapToGlobal(QPoint(0, m_source->height()))); });
    m_card->addTool(m_source);
}

Card* Workbench::addCard(int stretch)
{
    auto* card = new Card({}, this);
    card->body()->setContentsMargins(grid, grid, grid, grid);
    m_column->addWidget(card, stretch);
    return card;
}

void Workbench::addInput(const QString& label, QWidget* input, const char* objectName)
{
    input->setObjectName(QString::fromLatin1(objectName));
    input->setAccessibleName(label);
    m_form->addRow(softLabel(label, this), input);
}

void Workbench::setInputVisible(QWidget* input, bool visible)
{
    input->setVisible(visible);
    if (auto* label = m_form->labelForField(input))
        label->setVisible(visible);
}

NumberEdit* Workbench::makeNumber(
    const QString& label, const QString& suffix, const char* objectName)
{
    auto* edit = new NumberEdit(suffix, this);
    edit->setObjectName(QString::fromLatin1(objectName));
    edit->setAccessibleName(label);
    connect(edit, &NumberEdit::refused, this, &Workbench::refused);
    return edit;
}

NumberEdit* Workbench::addNumber(
    const QString& label, const QString& suffix, const char* objectName)
{
    auto* edit = makeNumber(label, suffix, objectName);
    m_form->addRow(softLabel(label, this), edit);
    return edit;
}

QComboBox* Workbench::addChoice(
    const QString& label, const QStringList& words, const char* objectName)
{
    auto* box = new QComboBox(this);
    box->addItems(words);
    addInput(label, box, objectName);
    return box;
}

QSpinBox* Workbench::makeWhole(const QString& label, int least, int most, const char* objectName)
{
    auto* box = new QSpinBox(this);
    box->setRange(least, most);
    box->setKeyboardTracking(false);
    box->setObjectName(QString::fromLatin1(objectName));
    box->setAccessibleName(label);
    return box;
}

QSpinBox* Workbench::addWhole(const QString& label, int least, int most, const char* objectName)
{
    auto* box = makeWhole(label, least, most, objectName);
    m_form->addRow(softLabel(label, this), box);
    return box;
}

QuantityEdit* Workbench::makeQuantity(const QString& label, const char* objectName)
{
    auto* edit = new QuantityEdit(this);
    edit->setObjectName(QString::fromLatin1(objectName));
    edit->setAccessibleName(label);
    connect(edit, &QuantityEdit::refused, this, &Workbench::refused);
    return edit;
}

QuantityEdit* Workbench::addQuantity(const QString& label, const char* objectName)
{
    auto* edit = makeQuantity(label, objectName);
    m_form->addRow(softLabel(label, this), edit);
    return edit;
}

QWidget* Workbench::addPair(
    const QString& label, QWidget* first, const QString& between, QWidget* second)
{
    auto* both = new QWidget(this);
    auto* row = new QHBoxLayout(both);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    row->addWidget(first, 1);
    row->addWidget(softLabel(between, both));
    row->addWidget(second, 1);
    m_form->addRow(softLabel(label, this), both);
    return both;
}

void Workbench::setInsteadOfInputs(QWidget* widget)
{
    m_columns->setStretch(0, 6);
    m_form->addRow(widget);
}

void Workbench::setInsteadOfFacts(QWidget* widget)
{
    m_columns->setStretch(0, 0);
    m_facts->addWidget(widget, 0, 0, 1, 3);
}

void Workbench::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    orderTabs(*this);
}

const Part& Workbench::board() const
{
    return *findById(m_document.instrument().parts, boardIdOf(m_document.instrument(), *m_channel));
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
    m_page = view.plain().displays[choice.display].page.id;
    if (m_source != nullptr)
        m_source->setText(view.live ? tr("Live")
                : view.isReplayed   ? tr("Replayed")
                                    : tr("Simulated"));
    showInputs(view);
    showFacts(view.facts[static_cast<std::size_t>(m_leaf)]);
}

QString Workbench::ownerOf(Figure figure, const std::string& unit, const std::string& display) const
{
    auto channel = qText(m_channel->id);
    switch (figure) {
    case Figure::None:
    case Figure::Hours:
        return {};
    case Figure::Redraw:
        return qText(display + " " + m_page); // a page with more on it takes longer
    case Figure::OldestNumber:
        return channel + QLatin1Char(' ') + qText(display);
    case Figure::Uncertainty:
    case Figure::Repeatability:
        return channel + QLatin1Char(' ') + qText(unit);
    case Figure::Count:
    case Figure::NoiseIn:
    case Figure::NoiseOut:
    case Figure::Delay:
        break;
    }
    return channel;
}

void Workbench::showFacts(const std::vector<Fact>& facts)
{
    while (m_rows.size() < facts.size()) {
        const int row = static_cast<int>(m_rows.size());
        const FactRow made{softLabel({}, this),
            new LineLabel(LineLabel::Kind::Figure, wordFont(13, true), this),
            new LineLabel(LineLabel::Kind::Note, wordFont(12), this)};
        m_facts->addWidget(made.label, row, 0);
        m_facts->addWidget(made.value, row, 1);
        m_facts->addWidget(made.note, row, 2);
        m_rows.push_back(made);
    }
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const auto fact = i < facts.size() ? facts[i] : Fact{};
        const auto note = qText(fact.note);
        const auto label = qText(fact.label);
        if (label != m_rows[i].label->text())
            m_rows[i].value->forgetRoom();
        m_rows[i].label->setText(label);
        m_rows[i].value->setText(qText(fact.value));
        m_rows[i].value->setToolTip(note);
        tagFigures(m_rows[i].value,
            {{fact.figure, ownerOf(fact.figure, reader().unit, display().id), qText(fact.value)}});
        m_rows[i].note->setText(note);
    }
}

} // namespace fern::app
