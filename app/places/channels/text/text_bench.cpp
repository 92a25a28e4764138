#include "app/places/channels/text/text_bench.h"

#include "app/look/figure_tag.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/edits.h"

#include <QSignalBlocker>
#include <QStandardItemModel>

#include <array>

namespace fern::app {

namespace {

QString floatsText(const FloatDifference& d)
{
    if (d.tried == 0)
        return {};
    if (d.differing == 0)
        return QObject::tr("A 32-bit float prints the same digits as a 64-bit one at all %1 codes "
                           "of the range.")
            .arg(d.tried);
    return QObject::tr("A 32-bit float prints other digits at %1 of %2 codes: at code %3 it prints "
                       "“%4”, a 64-bit one “%5”.")
        .arg(d.differing)
        .arg(d.tried)
        .arg(d.code)
        .arg(qText(d.text32), qText(d.text64));
}

template <class Box> Box* made(Box* box, const QString& label, const char* objectName)
{
    box->setObjectName(QString::fromLatin1(objectName));
    box->setAccessibleName(label);
    return box;
}

/// A character that fills the field instead of a number.
struct Mark {
    const char* objectName;
    QString word;
    QString meaning;
    std::string TextSpec::*character;
};

const std::array<Mark, 4> marks{
    {{"markOverflow", QObject::tr("overflow"), QObject::tr("The number is too long for its field"),
         &TextSpec::overflow},
        {"markInvalid", QObject::tr("invalid"), QObject::tr("A sample came without a value"),
            &TextSpec::invalid},
        {"markStale", QObject::tr("stale"), QObject::tr("The newest sample is too old"),
            &TextSpec::stale},
        {"markNotYet", QObject::tr("not yet"), QObject::tr("No sample has come since power-on"),
            &TextSpec::notYet}}};

} // namespace

TextBench::TextBench(Document& document, QWidget* parent)
    : Workbench(tr("Text"), tr("the cells of the field"), Leaf::Text, document, parent)
    , m_form(made(new QComboBox(this), tr("Written as"), "form"))
    , m_decimals(made(new QSpinBox(this), tr("Decimals"), "decimals"))
    , m_width(made(new QSpinBox(this), tr("Width in cells"), "width"))
    , m_align(made(new QComboBox(this), tr("Align"), "align"))
    , m_unit(makeEdit(tr("Shown in"), "readerUnit"))
    , m_unitShown(makeEdit(tr("Unit written behind the number"), "unitShown"))
    , m_ladder(new TextLadderView(this))
    , m_forms(new FormsPage(document, this))
    , m_drawn(new DrawnCheck(this))
    , m_honest(new Card({}, this))
    , m_bars(new BudgetBars(this))
    , m_floats(softLabel({}, this))
{
    m_decimals->setRange(0, 9);
    m_width->setRange(1, 40);
    m_width->setKeyboardTracking(false);
    // Zeros behind a number would change it, so they pad on the left alone.
    m_align->addItems({tr("right"), tr("right, zeros"), tr("left")});
    for (const auto word : textFormWords)
        m_form->addItem(qText(word));
    addPair(tr("Written as"), m_form, tr("decimals"), m_decimals);
    addPair(tr("Width"), m_width, tr("aligned"), m_align);
    addPair(tr("Shown in"), m_unit, tr("written"), m_unitShown);
    m_staleAfter = addQuantity(tr("Stale after"), "staleAfter");
    m_standsFor = addQuantity(tr("Stands for"), "standsFor");
    m_standsFor->setToolTip(tr("How long the number is to stand, so that it can be read; "
                               "0 s is the usual half second, at least a quarter"));
    addMarks();
    m_unitShown->setPlaceholderText(tr("nothing"));
    m_unitShown->setToolTip(tr("Written behind the number, inside the width"));
    m_floats->setObjectName(QStringLiteral("floats"));
    m_floats->setWordWrap(true);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    column()->addLayout(row, 1);
    auto* ladder = new Card({}, this);
    ladder->body()->setContentsMargins(grid + 4, grid, grid, grid);
    auto* pages = new PageChips(ladder);
    pages->addPage(tr("What it writes"), QStringLiteral("ladderChip"), m_ladder);
    pages->addPage(tr("Units and ranges"), QStringLiteral("formsChip"), m_forms);
    pages->row()->addStretch(1);
    ladder->body()->addWidget(pages);
    ladder->body()->addWidget(m_ladder, 1);
    ladder->body()->addWidget(m_forms, 1);
    row->addWidget(ladder, 5);
    m_honest->body()->setContentsMargins(grid + 4, grid, grid + 4, grid);
    m_honest->body()->addWidget(m_bars);
    m_honest->body()->addWidget(m_drawn);
    m_honest->body()->addWidget(m_floats);
    m_honest->body()->addStretch(1);
    row->addWidget(m_honest, 4);

    connect(m_form, &QComboBox::activated, this, [this](int index) {
        change(tr("Written as"), [=](TextSpec& t) { t.form = static_cast<TextForm>(index); });
    });
    connect(m_decimals, &QSpinBox::valueChanged, this, [this](int decimals) {
        change(tr("Decimals"), [=](TextSpec& t) { t.decimals = decimals; });
    });
    connect(m_width, &QSpinBox::valueChanged, this, [this](int width) {
        change(tr("Width of the field"), [=](TextSpec& t) { t.width = width; });
    });
    connect(m_align, &QComboBox::activated, this, [this](int index) {
        change(tr("Alignment"), [=](TextSpec& t) {
            t.align = index == 2 ? Align::Left : Align::Right;
            t.pad = index == 1 ? Pad::Zero : Pad::Blank;
        });
    });
    connect(m_unit, &CheckedEdit::entered, this, [this](const QString& typed) {
        apply(tr("Unit shown"),
            withReaderUnit(instrument(), reader().id, typed.trimmed().toStdString()));
    });
    connect(m_unitShown, &CheckedEdit::entered, this, [this](const QString& typed) {
        change(
            tr("Unit written"), [&](TextSpec& t) { t.unitShown = typed.trimmed().toStdString(); });
    });
    connect(m_staleAfter, &QuantityEdit::quantityEntered, this, [this](const Quantity& after) {
        apply(tr("Stale after"), withStaleAfter(instrument(), reader().id, after));
    });
    connect(m_standsFor, &QuantityEdit::quantityEntered, this, [this](const Quantity& wished) {
        apply(tr("Stands for"), withStandsFor(instrument(), reader().id, wished));
    });
}

CheckedEdit* TextBench::makeEdit(const QString& label, const char* objectName)
{
    return made(new CheckedEdit(this), label, objectName);
}

void TextBench::addMarks()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(grid / 2);
    row->addWidget(softLabel(tr("Marks"), this));
    row->addSpacing(grid);
    for (std::size_t i = 0; i < marks.size(); ++i) {
        const auto& mark = marks[i];
        auto* edit = makeEdit(tr("Mark for %1").arg(mark.word), mark.objectName);
        edit->setMaxLength(1);
        edit->setFixedWidth(32);
        edit->setAlignment(Qt::AlignCenter);
        edit->setToolTip(mark.meaning);
        auto* word = softLabel(mark.word, this);
        word->setToolTip(mark.meaning);
        row->addWidget(edit);
        row->addWidget(word);
        row->addSpacing(grid);
        m_marks[i] = edit;
        connect(edit, &CheckedEdit::entered, this, [this, &mark](const QString& typed) {
            change(tr("Mark for %1").arg(mark.word),
                [&](TextSpec& t) { t.*mark.character = typed.toStdString(); });
        });
    }
    row->addStretch(1);
    card()->addLayout(row);
}

void TextBench::change(const QString& name, const std::function<void(TextSpec&)>& change)
{
    auto text = reader().text;
    change(text);
    apply(name, withText(instrument(), reader().id, text));
}

/// Times are written of seconds, names of texts.
void TextBench::offerForms()
{
    const auto* model = qobject_cast<const QStandardItemModel*>(m_form->model());
    const bool isCode = givesCodes(channel().source.kind);
    for (int i = 0; i < m_form->count(); ++i) {
        const auto form = static_cast<TextForm>(i);
        model->item(i)->setEnabled(form == TextForm::Name
                ? hasTexts(channel().source) || !reader().text.ranges.empty()
                : form == TextForm::CodeAndName ? hasTexts(channel().source)
                : isTimeForm(form)              ? reader().unit == "s" && !isCode
                                                : !isCode);
    }
}

void TextBench::showInputs(const RunView& view)
{
    const auto& text = reader().text;
    const QSignalBlocker decimals(m_decimals);
    const QSignalBlocker width(m_width);
    offerForms();
    m_form->setCurrentIndex(static_cast<int>(text.form));
    m_decimals->setValue(text.decimals);
    const bool hasDigits = text.form == TextForm::Number || text.form == TextForm::Hexadecimal;
    m_decimals->setEnabled(hasDigits);
    m_honest->setVisible(text.form == TextForm::Number);
    m_width->setValue(text.width);
    m_align->setCurrentIndex(text.align == Align::Left ? 2 : text.pad == Pad::Zero ? 1 : 0);
    m_unit->showText(qText(reader().unit));
    m_unitShown->showText(qText(text.unitShown));
    m_staleAfter->showQuantity(reader().staleAfter);
    m_standsFor->showQuantity(reader().standsFor);
    for (std::size_t i = 0; i < marks.size(); ++i)
        m_marks[i]->showText(qText(text.*marks[i].character));
    m_ladder->showLadder(
        view.texts.empty() ? std::string() : view.texts.back().text, view.fixed->ladder);
    m_bars->showBars(view.fixed->bars, view.plain().readers[view.choice->reader]);
    const auto bar = [this](Figure figure, std::size_t i) {
        return ShownFigure{figure, ownerOf(figure, reader().unit, {}), m_bars->half(i)};
    };
    tagFigures(m_bars, {bar(Figure::Uncertainty, 0), bar(Figure::Repeatability, 1)});
    m_floats->setText(floatsText(view.fixed->floats));
    m_forms->showReader(qText(reader().id), view.revision);
    m_drawn->showView(view);
}

} // namespace fern::app
