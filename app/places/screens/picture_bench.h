#pragma once
// Where a picture becomes pixels of a display: cut, turned, adjusted, dithered, and as an array.

#include "app/dialogs/dialogs.h"
#include "app/runner/background_job.h"
#include "glass/display_spec.h"
#include "picture/adjust.h"
#include "picture/array_guess.h"
#include "screens/part_picture.h"

#include <QComboBox>
#include <QImage>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QSpinBox>

#include <array>
#include <memory>

namespace fern::app {

/// A picture that is looked at; a part of it can be marked by dragging.
class PictureView : public QWidget {
    Q_OBJECT
public:
    PictureView(const char* name, QWidget* parent);

    void showImage(const QImage& image, const QString& words);
    /// The marked part, in shares of the picture.
    void showMark(const QRectF& mark);
    void letMark() { m_canMark = true; }
    /// Where the picture stands in the widget.
    QRectF imageRect() const;

    QSize minimumSizeHint() const override { return {120, 90}; }

Q_SIGNALS:
    void marked(const QRectF& mark);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;

private:
    QImage m_image;
    QString m_words; ///< while there is none
    QRectF m_mark{0, 0, 1, 1};
    std::optional<QPointF> m_from;
    bool m_canMark = false;
};

class PictureBench : public QWidget {
    Q_OBJECT
public:
    PictureBench(Dialogs& dialogs, QWidget* parent);

    /// Works for a display of that kind and size, in its colours; a picture that is shown anew fits
    /// it.
    void setDisplay(const DisplaySpec& part, int columns, int rows);
    /// Shows the picture of a page's field, to be worked on again; while it is the one that was
    /// made here, what it was made of stays.
    void showField(const QString& page, const Field& field);
    /// Shows none that is on the page.
    void showAlone();
    void openFile(const QString& path);
    void openImage(const QImage& image);
    /// Text of a firmware's array: the order that makes the calmest picture is taken. Returns false
    /// where it is none.
    bool openText(const QString& text);

    const Picture& result() const { return m_result; }

Q_SIGNALS:
    void putWanted(const fern::Picture& picture);
    void replaceWanted(const QString& field, const fern::Picture& picture);
    void refused(const QString& message);

private:
    BackgroundJob::Finish taking(Result<RgbImage> read, const QString& name);
    void take(RgbImage image, const QString& name);
    void offer(const std::vector<std::uint8_t>& bytes, const std::vector<ArrayGuess>& guesses);
    void takeGuess(std::size_t guess);
    void show(RgbImage image, const QString& name);
    /// Makes the result so large.
    void setPixels(int width, int height);
    QWidget* makeControls();
    void work();
    void showResult(Picture result);
    void copy(bool isPython);
    ArrayOrder order() const;

    Dialogs& m_dialogs;
    std::shared_ptr<const RgbImage> m_original;
    QString m_name;
    std::pair<QString, QString> m_place; ///< page and field that are shown; empty for none
    SharedPicture m_seen; ///< of that field
    PictureWork m_work;
    Picture m_result;
    PicturePalette m_palette = PicturePalette::Mono;
    int m_columns = 128, m_rows = 64;
    std::vector<std::uint8_t> m_bytes; ///< of an array that was pasted
    std::vector<ArrayGuess> m_guesses;
    BackgroundJob m_job;
    PictureView* m_before;
    PictureView* m_after;
    QLabel* m_words;
    QSpinBox* m_width;
    QSpinBox* m_height;
    QComboBox* m_turn;
    QComboBox* m_dither;
    QComboBox* m_order;
    QComboBox* m_guess;
    QLabel* m_doubt; ///< whether the guess is right
    std::array<QSlider*, 4> m_sliders{};
    QPushButton* m_put;
    QPushButton* m_replace;
};

} // namespace fern::app
