#pragma once
// A view of the names of a channel's codes: a table with one line of inputs below it.

#include "app/look/text_table_view.h"
#include "app/places/channels/sources/source_view.h"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>

namespace fern::app {

class NamesView : public SourceView {
    Q_OBJECT
public:
    NamesView(Document& document, const char* tableName, QWidget* parent);

protected:
    /// Gives a code of the channel a name, as one undo step; returns whether it is accepted.
    bool name(const QString& step, const QString& code, const QString& name);

    TextTableView* table() { return m_table; }
    QHBoxLayout* inputs() { return m_inputs; }
    QLineEdit* addEdit(
        const char* objectName, const QString& placeholder, const QString& label, int stretch);
    /// Shows rows of one code each.
    void showRows(
        const std::string& channel, std::vector<std::string> codes, const TextTable& table);

private:
    Document& m_document;
    std::string m_channel;
    std::vector<std::string> m_codes; ///< of the rows
    TextTableView* m_table;
    QHBoxLayout* m_inputs;
};

} // namespace fern::app
