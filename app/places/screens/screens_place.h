#pragma once
// The Screens place: the pages of every display, one of them large, and what its fields show.

#include "app/house/place.h"
#include "app/look/page_chips.h"
#include "app/places/screens/align_row.h"
#include "app/places/screens/day_sheet.h"
#include "app/places/screens/field_sheet.h"
#include "app/places/screens/glyph_bench.h"
#include "app/places/screens/page_canvas.h"
#include "app/places/screens/page_strip.h"
#include "app/places/screens/picture_bench.h"
#include "app/places/screens/turning_sheet.h"
#include "judge/page_trial.h"

#include <QButtonGroup>
#include <QLineEdit>

class QPushButton;

namespace fern::app {

class ScreensPlace : public Place {
    Q_OBJECT
public:
    static constexpr const char* name = "Screens";
    static QPainterPath mark();

    ScreensPlace(House& house, QWidget* parent);

    void showView(const std::shared_ptr<const RunView>& view) override;
    /// Opens the page and field that a finding's pointer leads to: "/pages/ID/fields/ID".
    void turnTo(const Destination& there) override;
    QString helpHeading() const override { return QString::fromLatin1(name); }

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    /// A picture that is dropped lands in its bench.
    void dropEvent(QDropEvent* event) override;

public:
    const QString& page() const { return m_page; }
    const QString& field() const { return m_field; }

private:
    /// Where the chosen page stands in the view; null where there is none.
    struct Shown {
        const PlainDisplay* display = nullptr;
        const PlainPage* page = nullptr;
        const PageContent* content = nullptr; ///< now
    };
    Shown shown() const;
    /// The page, and the benches of glyphs and pictures.
    QWidget* makeBenches();
    void showBenches();
    void changeGlyph(const Dots& dots);
    void putPicture(const Picture& picture);
    QWidget* makeAdds();
    QWidget* makeTrials();
    void align(FieldAlign where, const QString& to);
    void offerAligns(const PlainPage* page);
    QWidget* makeHead();
    /// The chosen field, when its page is shown, and the day of its display.
    QWidget* makeSheets();
    void showSheets();
    void choosePage(const QString& page);
    void chooseField(const QString& field);
    void addPage(const QString& display);
    void addField(FieldKind kind);
    void copyField(const QString& field);
    void pasteField();
    /// Puts a field on the page and chooses it.
    void put(const QString& what, const Result<Field>& field);
    void removeField(const QString& field);
    void change(const QString& what, const QString& field, const std::function<void(Field&)>& how);
    void showPage();
    void drawPage(const PlainDisplay& display, const PlainPage& page, PageContent content);

    Document& m_document;
    std::shared_ptr<const RunView> m_view;
    QString m_page, m_field;
    std::optional<Field> m_copied;
    PageTrial m_trial = PageTrial::Now;
    /// What is drawn; the same is not drawn again.
    std::shared_ptr<const PlainInstrument> m_drawnOf;
    QString m_drawnPage, m_drawnField;
    PageContent m_drawn;
    PageStrip* m_strip;
    QLineEdit* m_name;
    QPushButton* m_earlier;
    QPushButton* m_later;
    QPushButton* m_removePage;
    PageChips* m_benches;
    QWidget* m_pageBench;
    PageCanvas* m_canvas;
    GlyphBench* m_glyphs;
    PictureBench* m_pictures;
    PageChips* m_chips;
    FieldSheet* m_sheet;
    TurningSheet* m_turning;
    DaySheet* m_day;
    std::vector<QAbstractButton*> m_adds; ///< by FieldKind
    AlignRow* m_aligns;
};

} // namespace fern::app
