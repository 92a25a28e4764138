#pragma once
// The simulated display, each of its pixels a whole number of device pixels.

#include "glass/face.h"

#include <QWidget>

#include <memory>

namespace fern::app {

class GlassView : public QWidget {
    Q_OBJECT
public:
    explicit GlassView(QWidget* parent = nullptr);

    void showPicture(std::shared_ptr<const GlassPicture> picture);
    const std::shared_ptr<const GlassPicture>& picture() const { return m_picture; }

    QSize sizeHint() const override { return {264, 136}; }
    QSize minimumSizeHint() const override { return {264, 68}; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::shared_ptr<const GlassPicture> m_picture;
};

} // namespace fern::app
