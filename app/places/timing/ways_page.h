#pragma once
// The strategies of a display as bars: how long a redraw takes by each, and how long the glass is
// dark. A click chooses one.

#include "plan/redraw_ways.h"

#include <QAbstractButton>
#include <QComboBox>

#include <memory>
#include <vector>

class QVBoxLayout;

namespace fern::app {

class Document;

/// One strategy.
class WayButton : public QAbstractButton {
    Q_OBJECT
public:
    explicit WayButton(QWidget* parent);

    /// `longest` is the time that fills the width, in seconds.
    void showWay(const RedrawWay& way, double longest);
    QSize sizeHint() const override { return {300, 58}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    RedrawWay m_way;
    QString m_bytes, m_times;
    double m_longest = 1;
};

class WaysPage : public QWidget {
    Q_OBJECT
public:
    WaysPage(Document& document, QWidget* parent);

    void showInstrument(const std::shared_ptr<const PlainInstrument>& plain);

private:
    void showWays();
    void choose(std::size_t way);

    Document& m_document;
    std::shared_ptr<const PlainInstrument> m_plain;
    std::vector<RedrawWay> m_ways;
    QComboBox* m_display;
    QVBoxLayout* m_rows;
    std::vector<WayButton*> m_buttons;
};

} // namespace fern::app
