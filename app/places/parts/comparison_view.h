#pragma once
// Comparison sheets: the ways side by side, the recommended one first in sight, one change to take
// it, and the choice recorded as a decision.

#include "app/document/document.h"
#include "app/look/text_table_view.h"
#include "plan/comparison.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>

namespace fern::app {

class LineLabel;

class ComparisonView : public QWidget {
    Q_OBJECT
public:
    ComparisonView(Document& document, QWidget* parent);

    void showComparisons(const std::vector<Comparison>& comparisons);
    /// Opens the one that a place in the file belongs to, if there is one.
    void open(const QString& place);

private:
    void showCurrent();
    void showWay();
    const Comparison* current() const;
    const Way* way() const;
    void record();

    Document& m_document;
    std::vector<Comparison> m_comparisons;
    QComboBox* m_questions;
    LineLabel* m_context;
    TextTableView* m_table;
    QLabel* m_reason;
    QPushButton* m_take;
    QPushButton* m_record;
    QPushButton* m_forget;
};

} // namespace fern::app
