#pragma once
// Up to three variants of the smoothing side by side on the same readings: traces, what the glass
// would show as film strips, and what each costs.

#include "app/document/document.h"
#include "app/places/channels/smooth/film_strip.h"
#include "app/plot/plot.h"
#include "app/runner/run_view.h"

#include <QWidget>

#include <array>

class QLabel;
class QPushButton;

namespace fern::app {

class VariantsPage : public QWidget {
    Q_OBJECT
public:
    VariantsPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

protected:
    void showEvent(QShowEvent* event) override;

private:
    static constexpr std::size_t mostVariants = 3;

    void keep();
    void use(std::size_t index);
    void tryAll();

    Document& m_document;
    std::string m_channel; ///< id
    std::vector<std::vector<StepSpec>> m_variants;
    PlainChannel m_plain;
    PlainReader m_reader;
    TrialData m_data;
    double m_redrawEvery = 0.5;
    std::pair<double, double> m_range{0, 1}; ///< seconds
    Ticks m_triedAt; ///< when they were tried last
    Plot* m_plot;
    FilmStrip* m_strip;
    QPushButton* m_keep;
    struct Row {
        QLabel* words;
        QPushButton* use;
    };
    std::array<Row, mostVariants> m_rows{};
    QLabel* m_hint;
};

} // namespace fern::app
