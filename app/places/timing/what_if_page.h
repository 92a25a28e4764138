#pragma once
// What if: sliders for the pace of a display, the wait of the loop and the inputs. Limits and lanes
// follow while they move; the instrument changes only when that is applied.

#include "app/places/timing/limits_list.h"
#include "plan/what_if.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>

#include <memory>
#include <optional>

class QGridLayout;

namespace fern::app {

class Document;

class WhatIfPage : public QWidget {
    Q_OBJECT
public:
    WhatIfPage(Document& document, QWidget* parent);

    /// Begins with the instrument as it is, under a scenario, weighed in a mode, or in all, with
    /// the displays that are redrawn in it.
    void showInstrument(const std::shared_ptr<const PlainInstrument>& plain,
        const std::string& scenario, std::optional<std::size_t> mode);
    /// What is tried; null while nothing is.
    std::shared_ptr<const PlainInstrument> tried() const { return m_if ? m_if->plain : nullptr; }

Q_SIGNALS:
    void moved(); ///< something else is tried, or nothing any more

private:
    /// A slider over some values.
    struct Row {
        QLabel* name = nullptr;
        QSlider* slider = nullptr;
        QLabel* value = nullptr;
        std::vector<double> values;
    };
    Row addRow(QGridLayout& rows, int line, const QString& name, const char* objectName);
    void setRow(Row& row, std::vector<double> values, double now);
    QComboBox* addChoice(QGridLayout& rows, int line, const QString& name, const char* objectName);
    void showDisplay();
    void showValues();
    void tryIt();
    void apply();
    void reset();
    std::optional<std::size_t> display() const;
    std::size_t loop() const;
    bool hasOtherCore() const;

    Document& m_document;
    std::shared_ptr<const PlainInstrument> m_plain;
    std::string m_scenario;
    std::optional<std::size_t> m_mode;
    Pace m_now, m_pace;
    std::optional<WhatIf> m_if;
    QComboBox* m_display;
    Row m_every, m_clock, m_wait;
    QComboBox* m_strategy;
    QComboBox* m_sends;
    QComboBox* m_input;
    QLabel* m_inputName = nullptr;
    QComboBox* m_fields;
    std::vector<FieldOut> m_fieldsOf; ///< what each choice leaves out
    QLabel* m_verdict;
    LimitsList* m_limits;
    QPushButton* m_reset;
    QPushButton* m_apply;
};

} // namespace fern::app
