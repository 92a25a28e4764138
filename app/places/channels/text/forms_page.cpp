#include "app/places/channels/text/forms_page.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "instrument/reader_edits.h"

namespace fern::app {

FormsPage::FormsPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_none(wrappedLabel(this, "noForms"))
    , m_grid(new ParameterGrid(false, this))
    , m_buttons(new QWidget(this))
{
    setObjectName(QStringLiteral("formsPage"));
    m_grid->setObjectName(QStringLiteral("readerForms"));
    m_none->setText(tr("It is always written in one unit. Another one can be switched to by a key "
                       "of the instrument, or taken where the number grows large; and ranges of "
                       "numbers can be called by a name, such as low, good and full."));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    new FlowLayout(m_buttons, grid - 2, FlowWidths::Alike);
    addButton(tr("+ unit"), "addForm", tr("Another unit"), withFormAdded);
    addButton(tr("− unit"), "removeForm", tr("One unit less"), withoutForm);
    addButton(tr("+ range"), "addRange", tr("Another range"), withRangeAdded);
    addButton(tr("− range"), "removeRange", tr("One range less"), withoutRange);
    column->addWidget(m_buttons);
    m_none->setAlignment(Qt::AlignTop);
    column->addWidget(m_none, 1);
    column->addWidget(m_grid, 1);
    connect(m_grid, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(tr("Set %1 of a text").arg(label),
                withFormParameter(m_document.instrument(), m_reader.toStdString(),
                    path.toStdString(), text.toStdString()));
            showFigures();
        });
}

void FormsPage::addButton(
    const QString& text, const char* objectName, const QString& step, Edit edit)
{
    auto* chip = new Chip(text, m_buttons);
    chip->setCheckable(false);
    chip->setObjectName(QString::fromLatin1(objectName));
    chip->setAccessibleName(step);
    m_buttons->layout()->addWidget(chip);
    connect(chip, &QAbstractButton::clicked, this, [this, step, edit] {
        m_document.apply(step, edit(m_document.instrument(), m_reader.toStdString()));
        showFigures();
    });
}

void FormsPage::showReader(const QString& reader, int revision)
{
    if (m_reader == reader && m_revision == revision)
        return;
    m_reader = reader;
    m_revision = revision;
    showFigures();
}

void FormsPage::showFigures()
{
    const auto rows = formParameters(m_document.instrument(), m_reader.toStdString());
    m_none->setVisible(rows.empty());
    m_grid->setVisible(!rows.empty());
    m_grid->showParameters(rows);
}

} // namespace fern::app
