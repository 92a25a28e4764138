#pragma once
// The map of a raw segment glass, found line by line: one line is driven against one backplane, the
// maker clicks what shows on the real glass, and so on.

#include "app/document/document.h"
#include "app/runner/run_view.h"

#include <QAbstractButton>

class QLabel;
class QPushButton;

namespace fern::app {

/// The segments of the glass, to be clicked.
class SegmentPicker : public QAbstractButton {
    Q_OBJECT
public:
    explicit SegmentPicker(QWidget* parent);

    /// Shows the glass with some of its segments named and one chosen; -1: none.
    void showGlass(const GlassFace& face, const SegmentMap& map, int chosen);
    QSize sizeHint() const override { return {420, 180}; }
    QSize minimumSizeHint() const override { return {220, 100}; }

Q_SIGNALS:
    /// A segment, eight for each digit.
    void picked(int segment);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QPolygonF outlineOf(int segment) const;

    GlassFace m_face;
    SegmentMap m_map;
    int m_chosen = -1;
};

class MapPage : public QWidget {
    Q_OBJECT
public:
    MapPage(Document& document, QWidget* parent);

    void showView(const RunView& view);

private:
    const SegmentGlassSpec* glass() const;
    void apply(const SegmentMap& map);
    void assign(int segment);
    void step(int by);
    void refresh();

    Document& m_document;
    QLabel* m_words;
    QLabel* m_found;
    SegmentPicker* m_picker;
    std::string m_part; ///< id of the glass
    std::shared_ptr<const GlassFace> m_face;
    SegmentMap m_shown;
    int m_place = 0; ///< line and backplane that is driven, counted through
};

} // namespace fern::app
