#pragma once
// Where a glyph is drawn: by mouse and keys, from ready signs, or from the text of a firmware.

#include "app/places/screens/bar_set.h"
#include "app/places/screens/dot_grid.h"

#include <QLabel>
#include <QPushButton>
#include <QSpinBox>

namespace fern::app {

class GlyphBench : public QWidget {
    Q_OBJECT
public:
    explicit GlyphBench(QWidget* parent);

    /// Shows the glyph of a field; on cells it has five by eight dots, and of the page's signs so
    /// many are used of those that the display holds.
    void showGlyph(const Dots& dots, const QString& name, bool isCell, int used);
    /// Shows what was drawn alone, for a page to put it on.
    void showAlone(bool canPut, bool isCell, int used);
    /// Whether the page can show a bar of cells.
    void setCanPutBar(bool canPut) { m_bars->setCanPut(canPut); }

Q_SIGNALS:
    void barWanted(const fern::app::BarWish& bar);
    /// The glyph of the field was drawn anew.
    void drawn(const fern::Dots& dots);
    void putWanted(const fern::Dots& dots);
    void refused(const QString& message);

private:
    void change(const Dots& dots);
    void show(const QString& words, bool isCell);
    void paste();
    void copy(bool isPython);

    Dots m_dots{5, 8};
    QString m_name; ///< of the field; empty without one
    bool m_isCell = false;
    DotGrid* m_grid;
    QLabel* m_words;
    QWidget* m_size;
    QSpinBox* m_width;
    QSpinBox* m_height;
    QPushButton* m_put;
    BarSet* m_bars;
};

} // namespace fern::app
