#pragma once
// The fields of a stream: name, newest value, and the channel and tap that each goes to.

#include "app/document/document.h"
#include "app/runner/live_view.h"

#include <QComboBox>
#include <QTableWidget>

namespace fern::app {

class FieldTable : public QTableWidget {
    Q_OBJECT
public:
    FieldTable(Document& document, QWidget* parent);

    void showFields(const std::vector<LiveFieldView>& fields);

private:
    void rebuild(const std::vector<LiveFieldView>& fields);
    void route(int row);

    Document& m_document;
    std::vector<std::string> m_names; ///< of the rows
    std::vector<std::string> m_routes; ///< channel of each row; empty for none
    QStringList m_channels; ///< that the boxes offer
};

} // namespace fern::app
