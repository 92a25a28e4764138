#include "app/places/screens/bar_set.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "picture/array_text.h"
#include "screens/ready_glyphs.h"

#include <QClipboard>
#include <QGridLayout>
#include <QGuiApplication>

#include <string>

namespace fern::app {

namespace {

QAbstractButton* chipIn(QHBoxLayout* row, const QString& word, const char* objectName)
{
    auto* chip = new Chip(word, row->parentWidget());
    chip->setCheckable(false);
    chip->setObjectName(QString::fromLatin1(objectName));
    row->addWidget(chip);
    return chip;
}

} // namespace

BarSet::BarSet(QWidget* parent)
    : QWidget(parent)
    , m_least(makeEnd(tr("From"), "barLeast", &BarWish::least))
    , m_most(makeEnd(tr("To"), "barMost", &BarWish::most))
    , m_cells(new QSpinBox(this))
    , m_upright(new QCheckBox(tr("upwards"), this))
    , m_step(wrappedLabel(this, "barStep"))
{
    constexpr int longest = 40;
    m_cells->setRange(1, longest);
    m_cells->setValue(m_bar.cells);
    m_cells->setObjectName(QStringLiteral("barCells"));
    m_cells->setAccessibleName(tr("Cells of the bar"));
    m_upright->setObjectName(QStringLiteral("barUpright"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid - 2);
    column->addWidget(softLabel(tr("Bar with part-filled ends"), this));
    auto* figures = new QGridLayout;
    figures->setSpacing(grid - 2);
    column->addLayout(figures);
    figures->addWidget(softLabel(tr("from"), this), 0, 0);
    figures->addWidget(m_least, 0, 1);
    figures->addWidget(softLabel(tr("to"), this), 0, 2);
    figures->addWidget(m_most, 0, 3);
    figures->addWidget(softLabel(tr("cells"), this), 1, 0);
    figures->addWidget(m_cells, 1, 1);
    figures->addWidget(m_upright, 1, 2, 1, 2);
    column->addWidget(m_step);
    auto* buttons = new QWidget(this);
    auto* row = new QHBoxLayout(buttons);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid - 2);
    m_put = chipIn(row, tr("put the bar"), "putBar");
    m_copyC = chipIn(row, tr("copy its signs, C"), "copyBarC");
    m_copyPython = chipIn(row, tr("Python"), "copyBarPython");
    row->addStretch(1);
    column->addWidget(buttons);
    connect(m_cells, &QSpinBox::valueChanged, this, [this](int cells) {
        m_bar.cells = cells;
        showBar();
    });
    connect(m_upright, &QCheckBox::toggled, this, [this](bool isUpright) {
        m_bar.isUpright = isUpright;
        showBar();
    });
    connect(m_put, &QAbstractButton::clicked, this, [this] { Q_EMIT putWanted(m_bar); });
    connect(m_copyC, &QAbstractButton::clicked, this, [this] { copy(false); });
    connect(m_copyPython, &QAbstractButton::clicked, this, [this] { copy(true); });
    showBar();
}

NumberEdit* BarSet::makeEnd(const QString& name, const char* objectName, double BarWish::*end)
{
    auto* edit = new NumberEdit({}, this);
    edit->setObjectName(QString::fromLatin1(objectName));
    edit->setAccessibleName(name);
    connect(edit, &NumberEdit::refused, this, &BarSet::refused);
    connect(edit, &NumberEdit::numberEntered, this, [this, edit, end](double value) {
        auto wanted = m_bar;
        wanted.*end = value;
        if (wanted.most > wanted.least)
            m_bar = wanted;
        else
            Q_EMIT refused(tr("A bar ends above where it begins"));
        showBar();
    });
    return edit;
}

void BarSet::setCanPut(bool canPut)
{
    m_canPut = canPut;
    showBar();
}

void BarSet::showBar()
{
    m_least->showNumber(m_bar.least);
    m_most->showNumber(m_bar.most);
    m_put->setEnabled(m_canPut);
    const int steps = m_bar.cells * (m_bar.isUpright ? cellRows : cellDots);
    m_step->setText(tr("%1 steps of %2, with %3 signs of its own")
                        .arg(steps)
                        .arg(qText(significantText((m_bar.most - m_bar.least) / steps, 3)))
                        .arg(barSet(m_bar.isUpright).size()));
}

void BarSet::copy(bool isPython)
{
    std::string text;
    int number = 1;
    for (const auto& dots : barSet(m_bar.isUpright)) {
        const auto name = "bar " + std::to_string(number++);
        text += isPython ? rowsInPython(name, dots.rows(), dots.width())
                         : rowsInC(name, dots.rows(), dots.width());
    }
    QGuiApplication::clipboard()->setText(qText(text));
}

} // namespace fern::app
