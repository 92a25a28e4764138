#pragma once
// One stage of the stem: a leaf with the live value, and under it unit, step, noise and age.

#include "judge/stem.h"

#include <QAbstractButton>

namespace fern::app {

class LeafButton : public QAbstractButton {
    Q_OBJECT
public:
    LeafButton(Leaf leaf, QWidget* parent);

    /// Shows the figures; `noiseScale` is the noise that fills the bar, in the channel's SI unit.
    void showFigures(const LeafFigures& figures, const PlainChannel& channel, double noiseScale);
    void setLimit(bool isLimit, const QString& reason);
    /// The value as shown, for tests and assistive technology.
    QString valueText() const { return m_value; }
    QString unitText() const { return m_unit; }
    bool isLimit() const { return m_isLimit; }

    QSize sizeHint() const override { return {118, 148}; }
    QSize minimumSizeHint() const override { return {78, 148}; }
    /// The points where the stem enters and leaves the leaf, in the button's coordinates.
    QPointF stemIn() const;
    QPointF stemOut() const;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void showChange();
    QRectF leafBox() const;

    Leaf m_leaf;
    QString m_value = QStringLiteral("—");
    QString m_unit;
    QString m_about; ///< what the stage is
    QStringList m_lines;
    double m_noiseShare = -1; ///< 0 … 1, or negative for no bar
    bool m_isLimit = false;
    bool m_isInTrouble = false;
};

} // namespace fern::app
