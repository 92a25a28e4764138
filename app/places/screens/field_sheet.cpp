#include "app/places/screens/field_sheet.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/quantity_text.h"
#include "instrument/page_edits.h"
#include "judge/field_fit.h"
#include "judge/text_ladder.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

namespace {

/// What a field covers at most, and what is in its way.
QString fitWords(const PlainInstrument& plain, const PlainDisplay& display, const PlainPage& page,
    const Field& field)
{
    const int places = placesOf(plain, display, field);
    const auto box = fieldBox(field, places, display.metrics);
    const auto unit = qText(unitWord(display.metrics.unit));
    auto words = FieldSheet::tr("It covers %1 × %2 %3s at most, of %4 × %5. ")
                     .arg(box.width)
                     .arg(box.height)
                     .arg(unit)
                     .arg(display.metrics.columns)
                     .arg(display.metrics.rows);
    if (!fitsGlass(field, places, display))
        return words + FieldSheet::tr("It does not stay on the glass.");
    const auto other = std::find_if(page.fields.begin(), page.fields.end(),
        [&](const Field& f) { return f.id != field.id && collide(plain, display, field, f); });
    return words
        + (other == page.fields.end()
                ? FieldSheet::tr("It fits, clear of the others.")
                : FieldSheet::tr("It and “%1” cover one another.").arg(qText(nameOfField(*other))));
}

/// What a value looks like where it breaks displays.
QString extremes(const PlainInstrument& plain, const Field& field)
{
    const auto& reader = plain.readers[indexOf(plain.readers, field.reader)];
    QStringList words;
    for (const auto& rung : textLadder(plain.channels[reader.channel], reader))
        words << FieldSheet::tr("%1 “%2”").arg(qText(rung.name), qText(rung.text));
    return words.join(QStringLiteral(", "));
}

} // namespace

FieldSheet::FieldSheet(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_title(new QLabel(this))
    , m_remove(new QPushButton(tr("Remove"), this))
    , m_grid(new ParameterGrid(false, this))
    , m_toText(new LinkButton(tr("its decimals, width and marks"), this))
    , m_fits(wrappedLabel(this, "fieldFits"))
{
    setObjectName(QStringLiteral("fieldSheet"));
    m_title->setFont(wordFont(14, true));
    m_title->setObjectName(QStringLiteral("fieldTitle"));
    m_remove->setObjectName(QStringLiteral("removeField"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    auto* head = new QHBoxLayout;
    head->addWidget(m_title, 1);
    head->addWidget(m_remove);
    column->addLayout(head);
    column->addWidget(m_grid, 1);
    column->addWidget(m_toText, 0, Qt::AlignLeft);
    column->addWidget(m_fits);
    m_toText->setObjectName(QStringLiteral("fieldText"));
    connect(m_toText, &QAbstractButton::clicked, this,
        [this] { Q_EMIT textWanted(m_channel, m_reader); });
    connect(m_grid, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(tr("Set %1 of a field").arg(label),
                withFieldParameter(m_document.instrument(), m_page.toStdString(),
                    m_field.toStdString(), path.toStdString(), text.toStdString()));
            showFigures(); // what was refused gives way to what counts
        });
    connect(m_remove, &QPushButton::clicked, this, [this] { Q_EMIT removeWanted(m_field); });
    showNone();
}

void FieldSheet::showNone()
{
    m_field.clear();
    m_title->setText(tr("No field is chosen"));
    m_remove->setVisible(false);
    m_toText->setVisible(false);
    m_grid->showParameters({});
    m_fits->setText(tr("Click one on the page, or press Page down there. Arrows move it, with "
                       "Shift by one; with Ctrl they size it; Delete removes it."));
}

void FieldSheet::showFigures()
{
    auto parameters =
        fieldParameters(m_document.instrument(), m_page.toStdString(), m_field.toStdString());
    std::erase_if(parameters, [this](const Parameter& row) {
        return std::find(m_hidden.begin(), m_hidden.end(), row.path) != m_hidden.end();
    });
    m_grid->showParameters(parameters);
}

void FieldSheet::showField(const PlainInstrument& plain, const PlainDisplay& display,
    const PlainPage& page, const QString& id)
{
    const auto found = std::find_if(page.fields.begin(), page.fields.end(),
        [&](const Field& field) { return qText(field.id) == id; });
    if (found == page.fields.end())
        return showNone();
    m_page = qText(page.id);
    m_field = id;
    m_title->setText(
        tr("Field: %1").arg(qText(fieldKindWords[static_cast<std::size_t>(found->kind)])));
    m_remove->setVisible(true);
    const bool isRead = found->traits().hasReader;
    m_toText->setVisible(isRead);
    m_reader = qText(found->reader);
    if (isRead)
        m_channel =
            qText(plain.channels[plain.readers[indexOf(plain.readers, found->reader)].channel].id);
    m_hidden.clear();
    if (display.metrics.unit != GlassUnit::Pixels) // cells and digits have one lettering
        m_hidden = {"font", "scale"};
    m_hidden.insert(m_hidden.end(), // the benches are for them
        {"dots/rows", "picture/colours", "picture/width", "picture/height", "picture/rows"});
    const auto& part = display.firmware->setup().part;
    const auto* paper = std::get_if<PaperSpec>(&part.shape);
    if (part.kind() != DisplayKind::ColourPanel && (paper == nullptr || paper->colours == 2))
        m_hidden.emplace_back("ink");
    showFigures();
    auto words = fitWords(plain, display, page, *found);
    if (found->kind == FieldKind::Value)
        words += QLatin1Char('\n') + extremes(plain, *found);
    m_fits->setText(words);
}

} // namespace fern::app
