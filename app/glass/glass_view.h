#pragma once
// The simulated display, each of its pixels a whole number of device pixels.

#include "glass/mono_frame.h"

#include <QWidget>

#include <memory>

namespace fern::app {

class GlassView : public QWidget {
    Q_OBJECT
public:
    explicit GlassView(QWidget* parent = nullptr);

    void showFrame(std::shared_ptr<const MonoFrame> frame);
    const std::shared_ptr<const MonoFrame>& frame() const { return m_frame; }

    QSize sizeHint() const override { return {264, 136}; }
    QSize minimumSizeHint() const override { return {264, 68}; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::shared_ptr<const MonoFrame> m_frame;
};

} // namespace fern::app
