#pragma once
// A simulated display, each of its pixels a whole number of device pixels; a click asks for more.

#include "glass/face.h"

#include <QAbstractButton>

#include <memory>

namespace fern::app {

class GlassView : public QAbstractButton {
    Q_OBJECT
public:
    explicit GlassView(QWidget* parent = nullptr);

    void showPicture(std::shared_ptr<const GlassPicture> picture);
    const std::shared_ptr<const GlassPicture>& picture() const { return m_picture; }
    /// Rings the display that the place is about.
    void setChosen(bool isChosen);
    /// The most that it takes from top to bottom.
    void setMostHeight(int pixels);

    QSize sizeHint() const override { return {264, heightForWidth(264)}; }
    QSize minimumSizeHint() const override { return {120, 44}; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::shared_ptr<const GlassPicture> m_picture;
    bool m_isChosen = false;
    int m_mostHeight = 220;
};

} // namespace fern::app
