#pragma once
// The ladder: boards as strips of pins, under each its rungs, then the supplies and what hangs on
// nothing yet. It says what is wanted; the place changes the document.

#include "app/places/parts/pin_button.h"
#include "app/places/parts/rung_widget.h"

#include <QScrollArea>
#include <QVBoxLayout>

namespace fern::app {

class LadderView : public QScrollArea {
    Q_OBJECT
public:
    explicit LadderView(QWidget* parent);

    void showLadder(const PartsLadder& ladder, const std::vector<Finding>& findings);
    /// Shows which part is chosen.
    void setCurrent(const QString& part);

Q_SIGNALS:
    void partChosen(const QString& part);
    void channelChosen(const QString& channel);
    void busChosen(const QString& board, const QString& bus);
    /// A pin was clicked; the menu belongs below it.
    void pinClicked(const QString& board, const QString& pin, const QPoint& global);
    /// An empty bus means off every bus.
    void moveWanted(const QString& part, const QString& bus);
    void removeWanted(const QString& part);
    /// A module was dropped where it cannot hang.
    void refused(const QString& message);

private:
    void addBoard(QVBoxLayout* column, const BoardLadder& board);
    RungWidget* addRung(QVBoxLayout* column, const Rung& rung, const QString& whenEmpty);
    void connectModule(ModuleButton* module);
    /// The rung under a point of the screen that something can be dropped on.
    RungWidget* rungAt(const QPoint& global) const;
    /// Marks one rung as the place to drop on; null marks none.
    void markTarget(const RungWidget* target);
    void step(const ModuleButton* module, int by);

    std::vector<RungWidget*> m_rungs;
    const RungWidget* m_looseRung = nullptr; ///< of what hangs nowhere; null without such
    std::vector<ModuleButton*> m_modules;
    QString m_current;
    QLabel* m_ghost = nullptr; ///< the picture of a module under the mouse
};

} // namespace fern::app
