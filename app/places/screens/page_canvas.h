#pragma once
// One page, large, on the pixels or cells of its glass: its fields are chosen, moved and sized by
// mouse and keys.

#include "glass/face.h"
#include "glass/metrics.h"
#include "screens/draw_page.h"

#include <QImage>
#include <QWidget>

#include <memory>
#include <optional>
#include <vector>

namespace fern::app {

/// A field as the canvas knows it.
struct CanvasField {
    QString id;
    Box box; ///< pixels, cells or digits
    bool hasSize = false; ///< that can be changed, in the units of the glass
    QString words; ///< what it is and shows

    bool operator==(const CanvasField&) const = default;
};

class PageCanvas : public QWidget {
    Q_OBJECT
public:
    explicit PageCanvas(QWidget* parent);

    void showPage(std::shared_ptr<const GlassPicture> picture, const GlassMetrics& metrics,
        std::vector<CanvasField> fields, const QString& chosen);
    /// Where a box of the page stands in the widget.
    QRectF rectOf(const Box& box) const;
    /// So many pixels or cells does an arrow key move a field.
    int step() const;

    QSize minimumSizeHint() const override { return {320, 200}; }

Q_SIGNALS:
    void chosen(const QString& field);
    void moved(const QString& field, int x, int y);
    void sized(const QString& field, int width, int height);
    void removed(const QString& field);
    void copyWanted(const QString& field);
    void pasteWanted();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    /// A field that is being dragged, or its lower right corner.
    struct Drag {
        QString field;
        QPointF from;
        Box box; ///< before
        Box now;
        bool isSize = false;
    };

    void lay();
    const CanvasField* chosenField() const;
    QRectF cornerOf(const CanvasField& field) const;
    /// A length of the widget in the units of the glass.
    QPointF inUnits(QPointF distance) const;
    Box snapped(const Drag& drag, QPointF to) const;
    void chooseNext(int by);
    void drawRulers(QPainter& painter) const;
    void drawGrid(QPainter& painter) const;

    std::shared_ptr<const GlassPicture> m_picture;
    GlassMetrics m_metrics;
    std::vector<CanvasField> m_fields;
    QString m_chosen;
    std::optional<Drag> m_drag;
    QImage m_image;
    QPointF m_origin; ///< of the image
    QSizeF m_unit{1, 1}; ///< of a pixel, cell or digit, in the widget
    QPointF m_first; ///< of the first one, from the image's corner
};

} // namespace fern::app
