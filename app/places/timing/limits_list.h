#pragma once
// Figures with what limits each.

#include "judge/facts.h"

#include <QLabel>
#include <QScrollArea>

#include <vector>

namespace fern::app {

class LimitsList : public QScrollArea {
    Q_OBJECT
public:
    /// Each value is called `what` and what it limits.
    LimitsList(QString what, QWidget* parent);

    void showLimits(const std::vector<Fact>& limits);

private:
    struct Row {
        QLabel* label;
        QLabel* value;
        QLabel* note;
    };
    Row addRow();

    QString m_what;
    std::vector<Row> m_rows;
};

} // namespace fern::app
