#include "app/places/channels/sources/names_view.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/edits.h"

#include <QVBoxLayout>

namespace fern::app {

NamesView::NamesView(Document& document, const char* tableName, QWidget* parent)
    : SourceView(parent)
    , m_document(document)
    , m_table(new TextTableView(this))
    , m_inputs(new QHBoxLayout)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    column->addWidget(m_table, 1);
    m_inputs->setSpacing(grid);
    column->addLayout(m_inputs);
    m_table->setObjectName(QString::fromLatin1(tableName));
    m_table->setMinimumHeight(70);
    connect(m_table, &TextTableView::edited, this, [this](int row, const QString& text) {
        name(tr("Name of a code"), qText(m_codes[static_cast<std::size_t>(row)]), text);
    });
}

QLineEdit* NamesView::addEdit(
    const char* objectName, const QString& placeholder, const QString& label, int stretch)
{
    auto* edit = new QLineEdit(this);
    edit->setObjectName(QString::fromLatin1(objectName));
    edit->setPlaceholderText(placeholder);
    edit->setAccessibleName(label);
    m_inputs->addWidget(edit, stretch);
    return edit;
}

bool NamesView::name(const QString& step, const QString& code, const QString& name)
{
    const auto edited =
        withCodeName(m_document.instrument(), m_channel, code.toStdString(), name.toStdString());
    m_document.apply(step, edited);
    return edited.has_value();
}

void NamesView::showRows(
    const std::string& channel, std::vector<std::string> codes, const TextTable& rows)
{
    m_channel = channel;
    m_codes = std::move(codes);
    m_table->showTable(rows, 1);
}

} // namespace fern::app
