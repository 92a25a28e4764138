#pragma once
// What was sent in the last redraw, transfer by transfer, and the glass after any of them; or
// recorded bytes of a real firmware, beside what this instrument would send.

#include "app/dialogs/dialogs.h"
#include "app/runner/run_view.h"

#include <QWidget>

class QLabel;
class QPushButton;
class QSlider;
class QTableWidget;

namespace fern::app {

class GlassView;

class TransferPage : public QWidget {
    Q_OBJECT
public:
    TransferPage(Dialogs& dialogs, QWidget* parent);

    void showView(const RunView& view);

Q_SIGNALS:
    void refused(const QString& message);

private:
    void playRecorded();
    void showNewest();
    QString blankFields() const;
    /// Lists transfers; a row from `differs` on is unlike what the instrument would send.
    void list(std::vector<TimedTransfer> transfers, std::unique_ptr<GlassPart> before,
        const QString& summary, int differs);
    void stopAfter(int count);

    Dialogs& m_dialogs;
    QLabel* m_summary;
    QTableWidget* m_table;
    QSlider* m_slider;
    QLabel* m_where;
    GlassView* m_glass;
    QPushButton* m_newest;
    std::optional<Blanking> m_blanking; ///< of the newest redraw
    PlainDisplay m_display;
    GlassMoment m_moment;
    PageContent m_content;
    std::vector<TimedTransfer> m_transfers; ///< that are listed
    std::unique_ptr<GlassPart> m_before; ///< the display before the first of them
    Ticks m_from{}; ///< of what is listed
    bool m_isHeld = false; ///< somebody looks at a redraw or a recording
};

} // namespace fern::app
