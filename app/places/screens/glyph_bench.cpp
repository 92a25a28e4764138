#include "app/places/screens/glyph_bench.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "picture/array_text.h"
#include "screens/draw_cells.h"
#include "screens/ready_glyphs.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QSignalBlocker>

#include <functional>

namespace fern::app {

namespace {

/// The dots moved by so many, over the edge back to the other side.
Dots shifted(const Dots& dots, int x, int y)
{
    Dots moved(dots.width(), dots.height());
    for (int row = 0; row < dots.height(); ++row)
        for (int column = 0; column < dots.width(); ++column)
            moved.set((column + x + dots.width()) % dots.width(),
                (row + y + dots.height()) % dots.height(), dots.isLit(column, row));
    return moved;
}

Dots inverted(Dots dots)
{
    for (int row = 0; row < dots.height(); ++row)
        for (int column = 0; column < dots.width(); ++column)
            dots.set(column, row, !dots.isLit(column, row));
    return dots;
}

QSpinBox* sideBox(QWidget* parent, const char* name)
{
    auto* box = new QSpinBox(parent);
    box->setRange(1, mostDots);
    box->setObjectName(QString::fromLatin1(name));
    return box;
}

} // namespace

GlyphBench::GlyphBench(QWidget* parent)
    : QWidget(parent)
    , m_grid(new DotGrid(this))
    , m_words(wrappedLabel(this, "glyphWords"))
    , m_size(new QWidget(this))
    , m_width(sideBox(m_size, "glyphWidth"))
    , m_height(sideBox(m_size, "glyphHeight"))
    , m_put(new QPushButton(tr("Put it on the page"), this))
    , m_bars(new BarSet(this))
{
    setObjectName(QStringLiteral("glyphBench"));
    m_put->setObjectName(QStringLiteral("putGlyph"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2 * grid);
    auto* left = new QVBoxLayout;
    left->setSpacing(grid);
    row->addLayout(left, 3);
    left->addWidget(m_grid, 1);
    left->addWidget(m_bars);
    auto* side = new QVBoxLayout;
    side->setSpacing(grid);
    row->addLayout(side, 4);
    side->addWidget(m_words);
    auto* sizes = new QHBoxLayout(m_size);
    sizes->setContentsMargins(0, 0, 0, 0);
    sizes->addWidget(softLabel(tr("dots across and down"), m_size));
    sizes->addWidget(m_width);
    sizes->addWidget(m_height);
    side->addWidget(m_size);
    const auto chips = [&](const QString& heading) {
        side->addWidget(softLabel(heading, this));
        auto* flow = new QWidget(this);
        new FlowLayout(flow, grid - 2, FlowWidths::Alike);
        side->addWidget(flow);
        return flow;
    };
    const auto add = [this](QWidget* flow, const QString& word, const std::function<void()>& act) {
        auto* chip = new Chip(word, flow);
        chip->setCheckable(false);
        chip->setObjectName(QStringLiteral("glyph ") + word);
        flow->layout()->addWidget(chip);
        connect(chip, &QAbstractButton::clicked, this, act);
    };
    auto* ready = chips(tr("Ready signs"));
    for (const auto& glyph : readyGlyphs())
        add(ready, qText(glyph.name), [this, rows = glyph.rows] {
            const auto dots = *parseDots(rows);
            change(m_isCell ? dots : dots.resized(m_dots.width(), m_dots.height()));
        });
    auto* moves = chips(tr("Change"));
    add(moves, tr("left"), [this] { change(shifted(m_dots, -1, 0)); });
    add(moves, tr("right"), [this] { change(shifted(m_dots, 1, 0)); });
    add(moves, tr("up"), [this] { change(shifted(m_dots, 0, -1)); });
    add(moves, tr("down"), [this] { change(shifted(m_dots, 0, 1)); });
    add(moves, tr("invert"), [this] { change(inverted(m_dots)); });
    add(moves, tr("clear"), [this] { change(Dots(m_dots.width(), m_dots.height())); });
    auto* texts = chips(tr("For the firmware"));
    add(texts, tr("copy C"), [this] { copy(false); });
    add(texts, tr("copy Python"), [this] { copy(true); });
    add(texts, tr("paste"), [this] { paste(); });
    side->addWidget(m_put, 0, Qt::AlignLeft);
    side->addStretch(1);
    connect(m_bars, &BarSet::putWanted, this, &GlyphBench::barWanted);
    connect(m_bars, &BarSet::refused, this, &GlyphBench::refused);
    connect(m_grid, &DotGrid::drawn, this, &GlyphBench::change);
    connect(m_put, &QPushButton::clicked, this, [this] { Q_EMIT putWanted(m_dots); });
    for (auto* box : {m_width, m_height})
        connect(box, &QSpinBox::valueChanged, this,
            [this] { change(m_dots.resized(m_width->value(), m_height->value())); });
    show({}, false);
}

void GlyphBench::showGlyph(const Dots& dots, const QString& name, bool isCell, int used)
{
    m_dots = dots;
    m_name = name;
    m_put->setVisible(false);
    show(isCell ? tr("“%1”: %2 of %3 signs of the display are used on this page")
                      .arg(name)
                      .arg(used)
                      .arg(ownSlots)
                : tr("“%1” of the page").arg(name),
        isCell);
}

void GlyphBench::showAlone(bool canPut, bool isCell, int used)
{
    m_name.clear();
    m_put->setVisible(true);
    m_put->setEnabled(canPut);
    if (isCell && !fitsCell(m_dots))
        m_dots = m_dots.resized(cellDots, cellRows);
    show(isCell ? tr("No glyph is chosen; draw one here. %1 of %2 signs of the display are used on "
                     "this page")
                      .arg(used)
                      .arg(ownSlots)
                : tr("No glyph is chosen; draw one here"),
        isCell);
}

void GlyphBench::show(const QString& words, bool isCell)
{
    m_isCell = isCell;
    m_words->setText(words);
    m_size->setVisible(!isCell);
    const QSignalBlocker acrossQuiet(m_width), downQuiet(m_height);
    m_width->setValue(m_dots.width());
    m_height->setValue(m_dots.height());
    m_grid->showDots(m_dots, isCell);
}

void GlyphBench::change(const Dots& dots)
{
    m_dots = dots;
    if (m_name.isEmpty())
        return show(m_words->text(), m_isCell);
    Q_EMIT drawn(dots);
}

void GlyphBench::copy(bool isPython)
{
    const auto name = m_name.isEmpty() ? std::string("glyph") : m_name.toStdString();
    const auto rows = m_dots.rows();
    if (m_dots.width() > 8)
        return Q_EMIT refused(
            tr("A row of more than 8 dots is no byte; the picture bench makes larger arrays."));
    QGuiApplication::clipboard()->setText(qText(
        isPython ? rowsInPython(name, rows, m_dots.width()) : rowsInC(name, rows, m_dots.width())));
}

/// Rows of a firmware's array, or of 0 and 1.
void GlyphBench::paste()
{
    const auto text = QGuiApplication::clipboard()->text().toStdString();
    if (const auto dots = parseDots(text))
        return change(*dots);
    const auto bytes = parseArray(text);
    if (!bytes)
        return Q_EMIT refused(qText(bytes.error().message));
    if (bytes->size() > mostDots)
        return Q_EMIT refused(
            tr("%1 bytes are more rows than a glyph has; the picture bench reads pictures.")
                .arg(bytes->size()));
    change(Dots::ofRows(*bytes, m_isCell ? cellDots : 8));
}

} // namespace fern::app
