#pragma once
// Scroll areas inside a card: no frame, the card's ground, sideways never.

#include <QScrollArea>

namespace fern::app {

void layInCard(QScrollArea& area);

/// Holds a form: as high as its content where there is room, and scrolling by itself where there is
/// none, so that what stands below keeps its height.
class FormScroll : public QScrollArea {
    Q_OBJECT
public:
    explicit FormScroll(QWidget* parent);

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    int contentHeight() const;
};

} // namespace fern::app
