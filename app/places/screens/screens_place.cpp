#include "app/places/screens/screens_place.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/flow_layout.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "drive/wrong_setups.h"
#include "instrument/edits.h"
#include "instrument/page_edits.h"
#include "judge/field_fit.h"
#include "plan/new_field.h"
#include "screens/draw_cells.h"

#include <QClipboard>
#include <QDragEnterEvent>
#include <QDropEvent>
#include <QGuiApplication>
#include <QMimeData>
#include <QPainterPath>
#include <QPushButton>

#include <algorithm>

namespace fern::app {

QPainterPath ScreensPlace::mark()
{
    // A small glass with a leaf on it.
    QPainterPath path;
    path.addRoundedRect(3, 5, 18, 14, 2, 2);
    path.moveTo(7, 15);
    path.cubicTo(8, 10.5, 11.5, 8.4, 17, 8.6);
    path.cubicTo(16.8, 13, 13.6, 15.6, 7, 15);
    path.moveTo(7, 15);
    path.lineTo(13, 11.5);
    return path;
}

ScreensPlace::ScreensPlace(House& house, QWidget* parent)
    : Place(parent)
    , m_document(house.document)
    , m_strip(new PageStrip(this))
    , m_name(new QLineEdit(this))
    , m_earlier(new QPushButton(tr("Earlier"), this))
    , m_later(new QPushButton(tr("Later"), this))
    , m_removePage(new QPushButton(tr("Remove page"), this))
    , m_benches(new PageChips(this))
    , m_pageBench(new QWidget(this))
    , m_canvas(new PageCanvas(this))
    , m_glyphs(new GlyphBench(this))
    , m_pictures(new PictureBench(house.dialogs, this))
    , m_chips(new PageChips(this))
    , m_sheet(new FieldSheet(house.document, this))
    , m_turning(new TurningSheet(house.document, this))
    , m_day(new DaySheet(house.document, this))
    , m_aligns(new AlignRow(this))
{
    setObjectName(QStringLiteral("screensPlace"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    auto* pages = new Card(tr("Pages"), this);
    pages->setSubtitle(tr("what is read on the glass"));
    pages->body()->addWidget(m_strip);
    column->addWidget(pages);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    column->addLayout(row, 1);
    row->addWidget(makeBenches(), 5);
    setAcceptDrops(true);
    row->addWidget(makeSheets(), 2);
    connect(m_strip, &PageStrip::chosen, this, &ScreensPlace::choosePage);
    connect(m_strip, &PageStrip::pageWanted, this, &ScreensPlace::addPage);
    connect(m_canvas, &PageCanvas::chosen, this, &ScreensPlace::chooseField);
    connect(m_canvas, &PageCanvas::copyWanted, this, &ScreensPlace::copyField);
    connect(m_canvas, &PageCanvas::pasteWanted, this, &ScreensPlace::pasteField);
    connect(m_canvas, &PageCanvas::removed, this, &ScreensPlace::removeField);
    connect(m_sheet, &FieldSheet::textWanted, this,
        [this](const QString& channel, const QString& reader) {
            Q_EMIT wanted({.place = QStringLiteral("Channels"),
                .channel = channel,
                .reader = reader,
                .leaf = Leaf::Text});
        });
    connect(m_sheet, &FieldSheet::removeWanted, this, &ScreensPlace::removeField);
    connect(m_aligns, &AlignRow::wanted, this, &ScreensPlace::align);
    connect(m_canvas, &PageCanvas::moved, this, [this](const QString& field, int x, int y) {
        change(tr("Move a field"), field, [x, y](Field& f) { f.x = x, f.y = y; });
    });
    connect(
        m_canvas, &PageCanvas::sized, this, [this](const QString& field, int width, int height) {
            change(tr("Size a field"), field,
                [width, height](Field& f) { f.width = width, f.height = height; });
        });
}

QWidget* ScreensPlace::makeSheets()
{
    auto* card = new Card({}, this);
    card->setMinimumWidth(264);
    m_chips->addPage(tr("field"), QStringLiteral("screensField"), m_sheet);
    m_chips->addPage(tr("turning"), QStringLiteral("screensTurning"), m_turning);
    m_chips->addPage(tr("day"), QStringLiteral("screensDay"), m_day);
    m_chips->row()->addStretch(1);
    card->body()->addWidget(m_chips);
    for (QWidget* sheet : std::initializer_list<QWidget*>{m_sheet, m_turning, m_day})
        card->body()->addWidget(sheet, 1);
    connect(m_chips, &PageChips::opened, this, [this] { showSheets(); });
    connect(m_turning, &TurningSheet::pageAdded, this, [this](const QString& added) {
        m_page = added; // it is shown with the next view
        m_field.clear();
    });
    return card;
}

/// Only what is seen.
void ScreensPlace::showSheets()
{
    const auto [display, page, content] = shown();
    if (page == nullptr)
        return m_turning->showNone();
    const auto& plain = m_view->plain();
    const auto index = static_cast<std::size_t>(display - plain.displays.data());
    if (m_chips->page() == m_turning)
        m_turning->showPage(m_view->resolved, index,
            static_cast<std::size_t>(page - display->pages.data()), inSeconds(m_view->end));
    if (m_chips->page() == m_day)
        m_day->showDisplay(
            *display, index < m_view->glass.size() ? m_view->glass[index].minuteOfDay : -1);
}

QWidget* ScreensPlace::makeBenches()
{
    auto* card = new Card({}, this);
    auto* page = new QVBoxLayout(m_pageBench);
    page->setContentsMargins(0, 0, 0, 0);
    page->setSpacing(grid);
    page->addWidget(makeHead());
    page->addWidget(m_canvas, 1);
    page->addWidget(makeTrials());
    page->addWidget(m_aligns);
    page->addWidget(makeAdds());
    m_benches->addPage(tr("page"), QStringLiteral("benchPage"), m_pageBench);
    m_benches->addPage(tr("glyph"), QStringLiteral("benchGlyph"), m_glyphs);
    m_benches->addPage(tr("picture"), QStringLiteral("benchPicture"), m_pictures);
    m_benches->row()->addStretch(1);
    card->body()->addWidget(m_benches);
    for (QWidget* bench : std::initializer_list<QWidget*>{m_pageBench, m_glyphs, m_pictures})
        card->body()->addWidget(bench, 1);
    connect(m_benches, &PageChips::opened, this, [this] { showBenches(); });
    connect(m_glyphs, &GlyphBench::drawn, this, &ScreensPlace::changeGlyph);
    connect(m_glyphs, &GlyphBench::putWanted, this, [this](const Dots& dots) {
        const auto usual =
            newField(m_document.instrument(), m_page.toStdString(), FieldKind::Glyph);
        if (!usual)
            return put(tr("Add a glyph"), usual);
        Field field = *usual;
        field.dots = dots;
        put(tr("Add a glyph"), field);
    });
    connect(m_glyphs, &GlyphBench::barWanted, this, [this](const BarWish& bar) {
        const auto usual = newField(m_document.instrument(), m_page.toStdString(), FieldKind::Bar);
        if (!usual)
            return put(tr("Add a bar"), usual);
        Field field = *usual;
        field.least = bar.least;
        field.most = bar.most;
        field.isUpright = bar.isUpright;
        field.width = bar.isUpright ? 1 : bar.cells;
        field.height = bar.isUpright ? bar.cells : 1;
        put(tr("Add a bar"), field);
        m_benches->open(m_pageBench);
    });
    connect(m_pictures, &PictureBench::putWanted, this, &ScreensPlace::putPicture);
    connect(m_pictures, &PictureBench::replaceWanted, this,
        [this](const QString& field, const Picture& picture) {
            change(tr("Replace a picture"), field, [&](Field& f) { f.picture = picture; });
        });
    const auto refuse = [this](const QString& message) {
        m_document.apply({}, Error{ErrorCode::InvalidArgument, message.toStdString(), ""});
    };
    connect(m_glyphs, &GlyphBench::refused, this, refuse);
    connect(m_pictures, &PictureBench::refused, this, refuse);
    return card;
}

void ScreensPlace::changeGlyph(const Dots& dots)
{
    change(tr("Draw a glyph"), m_field, [&](Field& f) { f.dots = dots; });
    m_drawnOf.reset();
}

void ScreensPlace::putPicture(const Picture& picture)
{
    const auto usual = newField(m_document.instrument(), m_page.toStdString(), FieldKind::Picture);
    if (!usual)
        return put(tr("Add a picture"), usual);
    Field field = *usual;
    field.picture = picture;
    field.x = field.y = 0;
    put(tr("Add a picture"), field);
    m_benches->open(m_pageBench);
}

/// What the chosen field is, in the bench that is open.
void ScreensPlace::showBenches()
{
    const auto [display, page, content] = shown();
    const Field* chosen = nullptr;
    if (page != nullptr)
        for (const auto& field : page->fields)
            if (qText(field.id) == m_field)
                chosen = &field;
    if (m_benches->page() == m_glyphs) {
        m_glyphs->setCanPutBar(page != nullptr && display->metrics.unit == GlassUnit::Cells
            && canShow(m_document.instrument(), display->id, FieldKind::Bar));
        const bool isCell = page != nullptr && display->metrics.unit == GlassUnit::Cells;
        const int used = page == nullptr ? 0 : static_cast<int>(ownSigns(*page).size());
        if (chosen != nullptr && chosen->kind == FieldKind::Glyph)
            m_glyphs->showGlyph(chosen->dots, qText(chosen->id), isCell, used);
        else
            m_glyphs->showAlone(
                page != nullptr && canShow(m_document.instrument(), display->id, FieldKind::Glyph),
                isCell, used);
    }
    if (m_benches->page() == m_pictures) {
        if (display != nullptr)
            m_pictures->setDisplay(
                display->firmware->setup().part, display->metrics.columns, display->metrics.rows);
        if (chosen != nullptr && chosen->kind == FieldKind::Picture)
            m_pictures->showField(m_page, *chosen);
        else
            m_pictures->showAlone();
    }
}

void ScreensPlace::dragEnterEvent(QDragEnterEvent* event)
{
    const auto* mime = event->mimeData();
    const bool isFile = !mime->urls().isEmpty() && mime->urls().front().isLocalFile()
        && !mime->urls().front().fileName().endsWith(QLatin1String(".json"));
    if (mime->hasImage() || isFile)
        event->acceptProposedAction();
}

void ScreensPlace::dropEvent(QDropEvent* event)
{
    m_benches->open(m_pictures);
    const auto* mime = event->mimeData();
    if (!mime->urls().isEmpty())
        m_pictures->openFile(mime->urls().front().toLocalFile());
    else
        m_pictures->openImage(qvariant_cast<QImage>(mime->imageData()));
    event->acceptProposedAction();
}

QWidget* ScreensPlace::makeHead()
{
    auto* head = new QWidget(this);
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    m_name->setObjectName(QStringLiteral("pageName"));
    m_name->setAccessibleName(tr("Name of the page"));
    m_name->setTextMargins(4, 1, 4, 1);
    m_earlier->setObjectName(QStringLiteral("pageEarlier"));
    m_later->setObjectName(QStringLiteral("pageLater"));
    m_removePage->setObjectName(QStringLiteral("removePage"));
    row->addWidget(m_name, 1);
    for (auto* button : {m_earlier, m_later, m_removePage})
        row->addWidget(button);
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        m_document.apply(tr("Name of a page"),
            withPageName(
                m_document.instrument(), m_page.toStdString(), m_name->text().toStdString()));
    });
    const auto move = [this](int by) {
        m_document.apply(tr("Order of the pages"),
            withPageMoved(m_document.instrument(), m_page.toStdString(), by));
    };
    connect(m_earlier, &QPushButton::clicked, this, [move] { move(-1); });
    connect(m_later, &QPushButton::clicked, this, [move] { move(1); });
    connect(m_removePage, &QPushButton::clicked, this, [this] {
        m_document.apply(
            tr("Remove a page"), withoutPage(m_document.instrument(), m_page.toStdString()));
    });
    return head;
}

/// What the page shows when something is the matter.
QWidget* ScreensPlace::makeTrials()
{
    auto* trials = new QWidget(this);
    auto* row = new QHBoxLayout(trials);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid - 2);
    row->addWidget(softLabel(tr("Try it"), trials));
    auto* group = new QButtonGroup(this);
    for (std::size_t i = 0; i < pageTrialWords.size(); ++i) {
        auto* chip = new Chip(qText(pageTrialWords[i]), trials);
        chip->setObjectName(QStringLiteral("try ") + qText(pageTrialWords[i]));
        chip->setCheckable(true);
        chip->setChecked(i == 0);
        group->addButton(chip);
        row->addWidget(chip);
        connect(chip, &QAbstractButton::clicked, this, [this, i] {
            m_trial = static_cast<PageTrial>(i);
            m_drawnOf.reset(); // its light may be another
            showPage();
        });
    }
    row->addStretch(1);
    return trials;
}

/// Beside an edge or the middle of the glass, or of another field.
void ScreensPlace::align(FieldAlign where, const QString& to)
{
    const auto [display, page, content] = shown();
    if (page == nullptr)
        return;
    const auto& plain = m_view->plain();
    const auto& metrics = display->metrics;
    const auto boxOf = [&](const Field& field) {
        return fieldBox(field, placesOf(plain, *display, field), metrics);
    };
    const auto other = indexOf(page->fields, to.toStdString());
    const auto frame = other < page->fields.size() ? boxOf(page->fields[other])
                                                   : Box{0, 0, metrics.columns, metrics.rows};
    change(tr("Align a field"), m_field,
        [&](Field& field) { field = aligned(field, boxOf(field), frame, where); });
}

void ScreensPlace::offerAligns(const PlainPage* page)
{
    m_aligns->setEnabled(page != nullptr && !m_field.isEmpty());
    QStringList others;
    if (page != nullptr)
        for (const auto& field : page->fields)
            if (qText(field.id) != m_field)
                others.push_back(qText(field.id));
    m_aligns->showFields(others);
}

QWidget* ScreensPlace::makeAdds()
{
    auto* adds = new QWidget(this);
    new FlowLayout(adds, grid - 2, FlowWidths::Own);
    for (std::size_t i = 0; i < fieldKindWords.size(); ++i) {
        const auto word = qText(fieldKindWords[i]);
        auto* add = new Chip(tr("+ %1").arg(word), adds);
        add->setCheckable(false);
        add->setObjectName(QStringLiteral("add ") + word);
        adds->layout()->addWidget(add);
        connect(
            add, &QPushButton::clicked, this, [this, i] { addField(static_cast<FieldKind>(i)); });
        m_adds.push_back(add);
    }
    return adds;
}

ScreensPlace::Shown ScreensPlace::shown() const
{
    if (!m_view)
        return {};
    const auto& displays = m_view->plain().displays;
    for (std::size_t d = 0; d < displays.size(); ++d)
        for (std::size_t p = 0; p < displays[d].pages.size(); ++p)
            if (qText(displays[d].pages[p].id) == m_page) {
                const bool isKnown = d < m_view->glass.size() && p < m_view->glass[d].pages.size();
                return {&displays[d], &displays[d].pages[p],
                    isKnown ? &m_view->glass[d].pages[p] : nullptr};
            }
    return {};
}

void ScreensPlace::showView(const std::shared_ptr<const RunView>& view)
{
    m_view = view;
    // At first, and when it was removed; before an instrument was resolved nothing is known.
    if (!view->plain().displays.empty() && shown().page == nullptr) {
        m_page.clear();
        for (const auto& display : view->plain().displays)
            if (m_page.isEmpty() && !display.pages.empty())
                m_page = qText(display.pages.front().id);
        m_field.clear();
    }
    m_strip->showView(*view, m_page);
    showPage();
    showSheets();
    showBenches();
}

void ScreensPlace::showPage()
{
    const auto [display, page, content] = shown();
    for (QWidget* widget :
        std::initializer_list<QWidget*>{m_name, m_earlier, m_later, m_removePage})
        widget->setEnabled(page != nullptr);
    for (std::size_t i = 0; i < m_adds.size(); ++i)
        m_adds[i]->setEnabled(page != nullptr
            && canShow(m_document.instrument(), display->id, static_cast<FieldKind>(i)));
    offerAligns(page);
    if (page == nullptr) {
        m_canvas->showPage({}, {}, {}, {});
        m_drawnOf.reset();
        return m_sheet->showNone();
    }
    if (!m_name->hasFocus())
        m_name->setText(qText(page->name));
    const auto& plain = m_view->plain();
    const auto drawn = m_trial == PageTrial::Now && content != nullptr
        ? *content
        : triedContent(
            plain, *display, *page, m_trial == PageTrial::Now ? PageTrial::NotYet : m_trial);
    if (m_drawnOf == m_view->resolved && m_drawnPage == m_page && m_drawnField == m_field
        && m_drawn == drawn)
        return;
    drawPage(*display, *page, drawn);
}

void ScreensPlace::drawPage(const PlainDisplay& display, const PlainPage& page, PageContent content)
{
    const auto& plain = m_view->plain();
    std::vector<CanvasField> fields;
    for (std::size_t i = 0; i < page.fields.size(); ++i) {
        const auto& field = page.fields[i];
        const auto kind = qText(fieldKindWords[static_cast<std::size_t>(field.kind)]);
        fields.push_back(
            {qText(field.id), fieldBox(field, placesOf(plain, display, field), display.metrics),
                field.traits().size == FieldSize::OfGlass,
                tr("%1 at %2, %3: %4")
                    .arg(kind)
                    .arg(field.x)
                    .arg(field.y)
                    .arg(qText(content[i].text))});
    }
    auto picture = looksRight(display.firmware->setup(), page, content);
    if (m_trial == PageTrial::Night)
        picture.light = leastLight(display);
    m_canvas->showPage(std::make_shared<const GlassPicture>(std::move(picture)), display.metrics,
        std::move(fields), m_field);
    const bool isSameField =
        m_drawnOf == m_view->resolved && m_drawnPage == m_page && m_drawnField == m_field;
    if (!isSameField)
        m_sheet->showField(plain, display, page, m_field);
    m_drawnOf = m_view->resolved;
    m_drawnPage = m_page;
    m_drawnField = m_field;
    m_drawn = std::move(content);
}

void ScreensPlace::choosePage(const QString& page)
{
    m_page = page;
    m_field.clear();
    if (m_view)
        showView(m_view);
}

void ScreensPlace::chooseField(const QString& field)
{
    m_field = field;
    showPage();
}

void ScreensPlace::turnTo(const Destination& there)
{
    const auto parts = there.pointer.split(QLatin1Char('/'));
    if (parts.size() < 3 || parts[1] != QLatin1String("pages"))
        return;
    m_page = parts[2];
    m_field = parts.size() > 4 ? parts[4] : QString();
    if (m_view)
        showView(m_view);
}

void ScreensPlace::addPage(const QString& display)
{
    const auto pages = m_document.instrument().pages.size();
    m_document.apply(tr("Another page"),
        withNewPage(m_document.instrument(), display.toStdString(), tr("New page").toStdString()));
    if (m_document.instrument().pages.size() > pages)
        m_page = qText(m_document.instrument().pages.back()->id);
    m_field.clear();
}

void ScreensPlace::addField(FieldKind kind)
{
    if (kind == FieldKind::Picture)
        return m_benches->open(m_pictures);
    put(tr("Add a field"), newField(m_document.instrument(), m_page.toStdString(), kind));
}

void ScreensPlace::copyField(const QString& id)
{
    const auto* page = findById(m_document.instrument().pages, m_page.toStdString());
    if (page == nullptr)
        return;
    for (const auto& field : page->fields)
        if (qText(field.id) == id) {
            m_copied = field;
            // What is pasted is what was copied last, here or elsewhere.
            QGuiApplication::clipboard()->setText(id);
        }
}

/// On any page of any display, at the first free place.
void ScreensPlace::pasteField()
{
    const auto [display, page, content] = shown();
    const auto text = QGuiApplication::clipboard()->text();
    if (!m_copied || text != qText(m_copied->id)) {
        m_benches->open(m_pictures);
        if (const auto image = QGuiApplication::clipboard()->image(); !image.isNull())
            return m_pictures->openImage(image);
        if (m_pictures->openText(text))
            return;
        m_benches->open(m_pageBench);
    }
    if (!m_copied || page == nullptr)
        return;
    if (!canShow(m_document.instrument(), display->id, m_copied->kind))
        return put({}, Error{ErrorCode::InvalidArgument, "digits cannot show such a field", ""});
    put(tr("Paste a field"),
        atClearPlace(m_view->plain(), *display, *page, *m_copied).value_or(*m_copied));
}

void ScreensPlace::put(const QString& what, const Result<Field>& field)
{
    m_document.apply(what,
        field ? withNewField(m_document.instrument(), m_page.toStdString(), *field)
              : Result<Instrument>(field.error()));
    const auto* page = findById(m_document.instrument().pages, m_page.toStdString());
    if (field && page != nullptr && !page->fields.empty())
        m_field = qText(page->fields.back().id);
    m_canvas->setFocus();
}

void ScreensPlace::removeField(const QString& field)
{
    m_document.apply(tr("Remove a field"),
        withoutField(m_document.instrument(), m_page.toStdString(), field.toStdString()));
    m_field.clear();
}

void ScreensPlace::change(
    const QString& what, const QString& id, const std::function<void(Field&)>& how)
{
    const auto* page = findById(m_document.instrument().pages, m_page.toStdString());
    if (page == nullptr)
        return;
    for (auto field : page->fields)
        if (qText(field.id) == id) {
            how(field);
            m_document.apply(what, withField(m_document.instrument(), m_page.toStdString(), field));
        }
}

} // namespace fern::app
