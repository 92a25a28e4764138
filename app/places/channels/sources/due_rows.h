#pragma once
// The rows of a list of times with their names; the one that comes next is bold. Rows are added,
// renamed and, with an empty name, removed.

#include "app/places/channels/sources/names_view.h"

namespace fern::app {

class DueRows : public NamesView {
    Q_OBJECT
public:
    DueRows(Document& document, QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;

private:
    void add();

    QLineEdit* m_time;
    QLineEdit* m_name;
    QPushButton* m_add;
};

} // namespace fern::app
