#pragma once
// Every display of the instrument, live, each with its name and pace below it.

#include "app/runner/run_view.h"

#include <QWidget>

#include <vector>

class QLabel;
class QVBoxLayout;

namespace fern::app {

class GlassDialog;
class GlassView;

class GlassList : public QWidget {
    Q_OBJECT
public:
    explicit GlassList(QWidget* parent = nullptr);

    void showView(const RunView& view);

private:
    struct Row {
        GlassView* glass;
        QLabel* caption;
    };
    void setCount(std::size_t count);
    void enlarge(std::size_t display);

    QVBoxLayout* m_column;
    std::vector<Row> m_rows;
    std::vector<QString> m_names;
    GlassDialog* m_dialog = nullptr; ///< once one was asked for
    std::size_t m_enlarged = 0;
};

} // namespace fern::app
