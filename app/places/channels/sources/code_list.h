#pragma once
// The codes of a channel with their names and how often each came. The last one that has no name
// can be learned: typed once, it has one.

#include "app/look/text_table_view.h"
#include "app/places/channels/sources/source_view.h"

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace fern::app {

class CodeList : public SourceView {
    Q_OBJECT
public:
    CodeList(Document& document, QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;

private:
    void learn();
    void rename(int row, const QString& name);

    Document& m_document;
    std::string m_channel;
    QString m_lastCode; ///< the last one without a name
    std::vector<std::string> m_codes; ///< of the rows
    TextTableView* m_table;
    QLabel* m_last;
    QLineEdit* m_name;
    QPushButton* m_learn;
};

} // namespace fern::app
