#pragma once
// The rows of a list of times with their names; the one that comes next is bold. Rows are added,
// renamed and, with an empty name, removed.

#include "app/look/text_table_view.h"
#include "app/places/channels/sources/source_view.h"

#include <QLineEdit>
#include <QPushButton>

namespace fern::app {

class DueRows : public SourceView {
    Q_OBJECT
public:
    DueRows(Document& document, QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;

private:
    void add();
    void rename(int row, const QString& name);

    Document& m_document;
    std::string m_channel;
    std::vector<std::string> m_times; ///< of the rows
    TextTableView* m_table;
    QLineEdit* m_time;
    QLineEdit* m_name;
    QPushButton* m_add;
};

} // namespace fern::app
