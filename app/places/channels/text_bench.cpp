#include "app/places/channels/text_bench.h"

#include "instrument/edits.h"

#include <QSignalBlocker>

namespace fern::app {

TextBench::TextBench(Document& document, QWidget* parent)
    : Workbench(tr("Text"), tr("the cells of the field"), Leaf::Text, document, parent)
    , m_decimals(new QSpinBox(this))
    , m_width(new QSpinBox(this))
    , m_align(new QComboBox(this))
    , m_pad(new QComboBox(this))
    , m_unit(new CheckedEdit(this))
{
    m_decimals->setRange(0, 9);
    m_width->setRange(1, 40);
    m_width->setKeyboardTracking(false);
    m_align->addItems({tr("right"), tr("left")});
    m_pad->addItems({tr("blanks"), tr("zeros")});
    addInput(tr("Decimals"), m_decimals, "decimals");
    addInput(tr("Width in cells"), m_width, "width");
    addInput(tr("Align"), m_align, "align");
    addInput(tr("Pad with"), m_pad, "pad");
    addInput(tr("Shown in"), m_unit, "readerUnit");
    connect(m_decimals, &QSpinBox::valueChanged, this, [this](int decimals) {
        apply(tr("Decimals"), [=](TextSpec& t) { t.decimals = decimals; });
    });
    connect(m_width, &QSpinBox::valueChanged, this, [this](int width) {
        apply(tr("Width of the field"), [=](TextSpec& t) { t.width = width; });
    });
    connect(m_align, &QComboBox::activated, this, [this](int index) {
        apply(tr("Alignment"), [=](TextSpec& t) { t.align = static_cast<Align>(index); });
    });
    connect(m_pad, &QComboBox::activated, this, [this](int index) {
        apply(tr("Padding"), [=](TextSpec& t) { t.pad = static_cast<Pad>(index); });
    });
    connect(m_unit, &CheckedEdit::entered, this, [this](const QString& typed) {
        this->document().apply(tr("Unit shown"),
            withReaderUnit(
                this->document().instrument(), reader().id, typed.trimmed().toStdString()));
    });
}

void TextBench::apply(const QString& name, const std::function<void(TextSpec&)>& change)
{
    auto text = reader().text;
    change(text);
    document().apply(name, withText(document().instrument(), reader().id, text));
}

void TextBench::showInputs(const RunView& /*view*/)
{
    const QSignalBlocker decimals(m_decimals);
    const QSignalBlocker width(m_width);
    m_decimals->setValue(reader().text.decimals);
    m_width->setValue(reader().text.width);
    m_align->setCurrentIndex(static_cast<int>(reader().text.align));
    m_pad->setCurrentIndex(static_cast<int>(reader().text.pad));
    m_unit->showText(QString::fromStdString(reader().unit));
}

} // namespace fern::app
