#pragma once
// The workbench of the World leaf: the wishes, and beside each whether the design meets it.

#include "app/look/chip.h"
#include "app/look/verdict_mark.h"
#include "app/places/channels/trace_plot.h"
#include "app/places/channels/workbench.h"
#include "app/places/channels/world/course_view.h"
#include "app/places/channels/world/entry_sheet.h"
#include "app/places/channels/world/trip_chips.h"
#include "instrument/edits.h"

class QSlider;

namespace fern::app {

class WorldBench : public Workbench {
    Q_OBJECT
public:
    WorldBench(Document& document, QWidget* parent);

Q_SIGNALS:
    /// The channel's quantity stays at a value, SI units, or follows its course again.
    void holdWanted(const QString& channel, std::optional<double> si);

protected:
    void showInputs(const RunView& view) override;
    void showFacts(const std::vector<Fact>& facts) override;

private:
    struct Row {
        std::string key;
        LineLabel* found;
        VerdictMark* mark;
        LineLabel* note;
    };
    QuantityEdit* addEdit(const char* objectName, const QString& label);
    /// The card below: the trace, the course, or what stands around the channel.
    void addLowerCard();
    QWidget* makeCourse();
    void showCourse(const RunView& view);
    void addRow(const char* key, const QString& label, const QList<QWidget*>& edits);
    /// What is typed into an input becomes that wish: a Quantity or a Difference.
    template <class T> void edit(T ChannelWish::*member, const QString& name, QuantityEdit* input)
    {
        connect(input, &QuantityEdit::quantityEntered, this,
            [this, member, name](const Quantity& typed) {
                auto wish = channel().wish;
                wish.*member = T{typed.value, typed.unit};
                apply(tr("Wish: %1").arg(name), withWish(instrument(), channel().id, wish));
            });
    }
    void editInstrument(Quantity InstrumentWish::*member, const QString& name, QuantityEdit* input);

    QGridLayout* m_sheet;
    std::vector<Row> m_verdicts;
    QuantityEdit* m_from;
    QuantityEdit* m_to;
    QuantityEdit* m_step;
    QuantityEdit* m_tolerance;
    QuantityEdit* m_freshness;
    QuantityEdit* m_hours;
    QuantityEdit* m_distance;
    LineLabel* m_scenario;
    TracePlot* m_trace;
    QWidget* m_coursePage = nullptr;
    TripChips* m_trip = nullptr;
    CourseView* m_course = nullptr;
    Chip* m_hold = nullptr;
    QSlider* m_held = nullptr; ///< along the wished range
    LineLabel* m_heldWords = nullptr;
    EntryPlace m_place;
    EntrySheet* m_entries;
};

} // namespace fern::app
