#pragma once
// Where the columns of a log go: its first rows, and above each column what it is.

#include "app/document/document.h"
#include "app/runner/background_job.h"
#include "reading/log_import.h"
#include "run/import_proposal.h"

#include <QLineEdit>

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace fern::app {

class QuantityEdit;

class ImportSheet : public QWidget {
    Q_OBJECT
public:
    explicit ImportSheet(QWidget* parent);

    /// Asks about a log; `instrument` says which channels there are, `channel` which is open.
    void ask(
        const QString& path, LogLook look, const PlainInstrument& instrument, std::size_t channel);
    /// Ends what goes on beside the window.
    void leave() { m_trying.stop(); }
    /// Whether the log is still being read as it is planned.
    bool isTrying() const { return m_trying.isRunning(); }

Q_SIGNALS:
    void accepted(const fern::ImportPlan& plan);
    void cancelled();

private:
    struct Column {
        QComboBox* target = nullptr;
        QComboBox* tap = nullptr;
        QLineEdit* unit = nullptr;
    };

    void rebuild();
    void addColumn(std::size_t index);
    void fill(const ImportPlan& plan);
    void check();
    /// Reads the whole log as planned, beside the window, and says how many rows it has and which
    /// of them cannot be read.
    void tryPlan(const ImportPlan& plan);
    ImportPlan plan() const;

    QString m_path;
    LogLook m_look;
    BackgroundJob m_trying{this};
    PlainInstrument m_instrument;
    std::vector<Column> m_columns;
    QLabel* m_title;
    QTableWidget* m_table;
    QComboBox* m_timeUnit;
    QuantityEdit* m_every;
    Quantity m_period{1, "s"};
    QLabel *m_timeWord, *m_everyWord, *m_fault, *m_rows;
    QPushButton* m_import;
};

} // namespace fern::app
