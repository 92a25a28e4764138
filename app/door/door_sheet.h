#pragma once
// The door to a new instrument or channel: what is measured, under which name, on which parts.
// One sheet for everything in the table of starting points.

#include "app/document/document.h"
#include "app/glass/glass_view.h"
#include "app/runner/background_job.h"
#include "plan/starting_points.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

#include <array>

namespace fern::app {

/// What the door is asked for: a channel of an instrument, which is an empty one where a new one is
/// made.
struct DoorRequest {
    Instrument before;
    StartingPoint point;
    std::string name; ///< of the channel
    std::vector<const StartingPoint*> beside{}; ///< what its device is to tell too
};

class DoorSheet : public QWidget {
    Q_OBJECT
public:
    DoorSheet(const Document& document, QWidget* parent);

    /// Asks for a new instrument with its first channel. What was typed before it was left comes
    /// back.
    void askForInstrument();
    /// Asks for a channel of the instrument that is open.
    void askForChannel();
    /// Whether the first look at the choice is still being made.
    bool isLooking() const { return m_looking.isRunning(); }

Q_SIGNALS:
    void instrumentMade(const fern::Instrument& instrument);
    /// The instrument with the new channel, under the name of the edit.
    void channelMade(const QString& name, const fern::Instrument& instrument);
    void refused(const QString& message);
    void cancelled();
    /// The parts are to be looked at: another board, more inputs.
    void partsWanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void ask(bool isNew);
    void fillList();
    void showPoint();
    void make();
    DoorRequest request() const;
    void showOutcome();
    /// Offers what the device of the choice can tell beside it.
    void offerBeside();
    const StartingPoint& chosen() const;
    /// The choice, read by a module where that way out was taken.
    StartingPoint wanted() const;

    const Document& m_document;
    BackgroundJob m_looking{this};
    bool m_isNew = true;
    bool m_isLeft = false; ///< without making anything
    QLabel* m_title;
    QListWidget* m_points;
    QLabel* m_about;
    QLabel* m_wish;
    QLabel* m_caution;
    QLineEdit* m_instrumentName;
    QLineEdit* m_channelName;
    QLabel* m_besideWords;
    std::array<QCheckBox*, 5> m_beside; ///< what the device can tell too
    std::vector<const StartingPoint*> m_offered; ///< in their order
    QComboBox* m_board;
    QComboBox* m_display;
    std::vector<QWidget*> m_onlyNew; ///< asked for a new instrument only
    QPushButton* m_make;
    GlassView* m_preview;
    QLabel* m_outcome;
    QPushButton *m_byModule, *m_compare; ///< ways out where no pin is left
    bool m_isByModule = false;
    QString m_proposed; ///< the channel name that followed from the last choice
};

} // namespace fern::app
