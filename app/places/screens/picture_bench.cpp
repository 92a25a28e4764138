#include "app/places/screens/picture_bench.h"

#include "app/look/card.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "io/picture_files.h"
#include "picture/array_text.h"

#include <QClipboard>
#include <QGridLayout>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QMouseEvent>
#include <QPainter>
#include <QSignalBlocker>
#include <QTimer>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

constexpr int neutral = 100; ///< of a slider, in hundredths
constexpr int workedSide = 1600; ///< a larger picture is made smaller once

struct Adjustment {
    const char* name;
    const char* words;
    double PictureWork::*figure;
};
constexpr std::array<Adjustment, 4> adjustments{{
    {"pictureSaturation", QT_TRANSLATE_NOOP("PictureBench", "saturation"),
        &PictureWork::saturation},
    {"pictureContrast", QT_TRANSLATE_NOOP("PictureBench", "contrast"), &PictureWork::contrast},
    {"pictureBrightness", QT_TRANSLATE_NOOP("PictureBench", "brightness"),
        &PictureWork::brightness},
    {"pictureSharpness", QT_TRANSLATE_NOOP("PictureBench", "sharpness"), &PictureWork::sharpness},
}};

RgbImage ofWorkedSize(RgbImage image)
{
    const int longer = std::max(image.width, image.height);
    if (longer <= workedSide)
        return image;
    const auto side = [longer](int of) { return std::max(1, of * workedSide / longer); };
    return scaled(image, side(image.width), side(image.height));
}

} // namespace

PictureView::PictureView(const char* name, QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QString::fromLatin1(name));
}

void PictureView::showImage(const QImage& image, const QString& words)
{
    m_image = image;
    m_words = words;
    setAccessibleName(
        image.isNull() ? words : tr("%1 × %2 pixels").arg(image.width()).arg(image.height()));
    update();
}

void PictureView::showMark(const QRectF& mark)
{
    m_mark = mark;
    update();
}

QRectF PictureView::imageRect() const
{
    if (m_image.isNull())
        return {};
    const double factor = std::min(static_cast<double>(width()) / m_image.width(),
        static_cast<double>(height()) / m_image.height());
    // Whole pixels, as long as there is room for one each.
    const double whole = factor >= 1 ? std::floor(factor) : factor;
    const QSizeF size = QSizeF(m_image.size()) * whole;
    return {QPointF((width() - size.width()) / 2, (height() - size.height()) / 2), size};
}

void PictureView::mousePressEvent(QMouseEvent* event)
{
    if (m_canMark && imageRect().contains(event->position()))
        m_from = event->position();
}

void PictureView::mouseMoveEvent(QMouseEvent* event)
{
    if (!m_from)
        return;
    const auto image = imageRect();
    const auto box = QRectF(*m_from, event->position()).normalized() & image;
    m_mark = {(box.left() - image.left()) / image.width(),
        (box.top() - image.top()) / image.height(), box.width() / image.width(),
        box.height() / image.height()};
    update();
}

/// A click alone marks all of it.
void PictureView::mouseReleaseEvent(QMouseEvent* /*event*/)
{
    constexpr double least = 0.02;
    if (!std::exchange(m_from, {}))
        return;
    if (m_mark.width() < least || m_mark.height() < least)
        m_mark = {0, 0, 1, 1};
    update();
    Q_EMIT marked(m_mark);
}

void PictureView::paintEvent(QPaintEvent* /*event*/)
{
    QPainter painter(this);
    const auto& t = tokens();
    painter.setPen(t.line);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
    if (m_image.isNull()) {
        painter.setPen(t.soft);
        painter.drawText(
            rect().adjusted(8, 8, -8, -8), Qt::AlignCenter | Qt::TextWordWrap, m_words);
        return;
    }
    const auto image = imageRect();
    painter.setRenderHint(QPainter::SmoothPixmapTransform, image.width() < m_image.width());
    painter.drawImage(image, m_image);
    if (m_mark != QRectF(0, 0, 1, 1)) {
        painter.setPen(QPen(t.amber, 2));
        painter.drawRect(QRectF(image.left() + m_mark.left() * image.width(),
            image.top() + m_mark.top() * image.height(), m_mark.width() * image.width(),
            m_mark.height() * image.height()));
    }
}

PictureBench::PictureBench(Dialogs& dialogs, QWidget* parent)
    : QWidget(parent)
    , m_dialogs(dialogs)
    , m_job(this)
    , m_before(new PictureView("pictureBefore", this))
    , m_after(new PictureView("pictureAfter", this))
    , m_words(wrappedLabel(this, "pictureWords"))
    , m_width(new QSpinBox(this))
    , m_height(new QSpinBox(this))
    , m_turn(new QComboBox(this))
    , m_dither(new QComboBox(this))
    , m_order(new QComboBox(this))
    , m_guess(new QComboBox(this))
    , m_doubt(softLabel(tr("The order is not certain: look at the others"), this))
    , m_put(new QPushButton(tr("Put it on the page"), this))
    , m_replace(new QPushButton(tr("Replace the chosen one"), this))
{
    setObjectName(QStringLiteral("pictureBench"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    auto* views = new QHBoxLayout;
    views->addWidget(m_before, 1);
    views->addWidget(m_after, 1);
    column->addLayout(views, 1);
    column->addWidget(m_words);
    column->addWidget(makeControls());
    m_before->letMark();
    m_before->setToolTip(tr("Drag over the part that is kept; a click keeps all"));
    connect(m_before, &PictureView::marked, this, [this](const QRectF& mark) {
        m_work.left = mark.left();
        m_work.top = mark.top();
        m_work.width = mark.width();
        m_work.height = mark.height();
        work();
    });
    showAlone();
    showResult({});
}

QWidget* PictureBench::makeControls()
{
    auto* controls = new QWidget(this);
    auto* layout = new QGridLayout(controls);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(grid - 2);
    const auto button = [this](const QString& words, const char* name, auto act) {
        auto* made = new QPushButton(words, this);
        made->setObjectName(QString::fromLatin1(name));
        connect(made, &QPushButton::clicked, this, act);
        return made;
    };
    for (std::size_t i = 0; i < adjustments.size(); ++i) {
        auto* slider = m_sliders[i] = new QSlider(Qt::Horizontal, controls);
        slider->setObjectName(QString::fromLatin1(adjustments[i].name));
        slider->setAccessibleName(tr(adjustments[i].words));
        slider->setRange(0, 3 * neutral);
        slider->setValue(neutral);
        const int row = static_cast<int>(i / 2), place = static_cast<int>(i % 2) * 2;
        layout->addWidget(softLabel(tr(adjustments[i].words), controls), row, place);
        layout->addWidget(slider, row, place + 1);
        connect(slider, &QSlider::valueChanged, this, [this, i](int value) {
            m_work.*adjustments[i].figure = static_cast<double>(value) / neutral;
            work();
        });
    }
    const auto combo = [&](QComboBox* box, const char* name, const QString& words,
                           const QStringList& items, int row, int place) {
        box->setObjectName(QString::fromLatin1(name));
        box->setAccessibleName(words);
        box->addItems(items);
        layout->addWidget(softLabel(words, controls), row, place);
        layout->addWidget(box, row, place + 1);
        connect(box, &QComboBox::currentIndexChanged, this, [this] { work(); });
    };
    QStringList dithers;
    for (const auto words : ditherWords)
        dithers << qText(words);
    combo(m_dither, "pictureDither", tr("dithering"), dithers, 2, 0);
    combo(m_turn, "pictureTurn", tr("turned by"), {tr("0°"), tr("90°"), tr("180°"), tr("270°")}, 2,
        2);
    for (auto* box : {m_width, m_height}) {
        box->setRange(1, longestPicture);
        connect(box, &QSpinBox::valueChanged, this, [this] { work(); });
    }
    m_width->setObjectName(QStringLiteral("pictureWidth"));
    m_height->setObjectName(QStringLiteral("pictureHeight"));
    auto* size = new QHBoxLayout;
    size->addWidget(m_width);
    size->addWidget(m_height);
    layout->addWidget(softLabel(tr("pixels"), controls), 3, 0);
    layout->addLayout(size, 3, 1);
    combo(m_order, "pictureOrder", tr("array in"), {}, 3, 2);
    m_guess->setObjectName(QStringLiteral("pictureGuess"));
    m_guess->setAccessibleName(tr("order of the pasted array"));
    m_guess->setVisible(false);
    connect(m_guess, &QComboBox::activated, this,
        [this](int guess) { takeGuess(static_cast<std::size_t>(guess)); });
    m_doubt->setObjectName(QStringLiteral("pictureDoubt"));
    m_doubt->setVisible(false);
    layout->addWidget(m_guess, 4, 0, 1, 2);
    layout->addWidget(m_doubt, 4, 2, 1, 2);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(button(tr("Open picture"), "openPicture", [this] {
        const auto path = m_dialogs.fileToOpen(this, tr("Open picture"),
            tr("Pictures (*.png *.jpg *.jpeg *.bmp *.pbm *.pgm *.ppm);;All files (*)"));
        if (!path.isEmpty())
            openFile(path);
    }));
    buttons->addWidget(button(tr("Paste"), "pastePicture", [this] {
        const auto* clipboard = QGuiApplication::clipboard();
        if (const auto image = clipboard->image(); !image.isNull())
            return openImage(image);
        if (!openText(clipboard->text()))
            Q_EMIT refused(tr("The clipboard holds neither a picture nor an array of bytes."));
    }));
    buttons->addWidget(button(tr("Copy C"), "copyPictureC", [this] { copy(false); }));
    buttons->addWidget(button(tr("Copy Python"), "copyPicturePython", [this] { copy(true); }));
    buttons->addStretch(1);
    layout->addLayout(buttons, 5, 0, 1, 4);
    m_put->setObjectName(QStringLiteral("putPicture"));
    m_replace->setObjectName(QStringLiteral("replacePicture"));
    auto* uses = new QHBoxLayout;
    uses->addWidget(m_put);
    uses->addWidget(m_replace);
    uses->addStretch(1);
    layout->addLayout(uses, 6, 0, 1, 4);
    layout->setColumnStretch(1, 1);
    layout->setColumnStretch(3, 1);
    connect(m_put, &QPushButton::clicked, this, [this] { Q_EMIT putWanted(m_result); });
    connect(m_replace, &QPushButton::clicked, this,
        [this] { Q_EMIT replaceWanted(m_place.second, m_result); });
    return controls;
}

void PictureBench::setDisplay(const DisplaySpec& part, int columns, int rows)
{
    const auto palette = paletteOf(part);
    if (m_order->count() > 0 && palette == m_palette && columns == m_columns && rows == m_rows)
        return;
    m_palette = palette;
    m_columns = columns;
    m_rows = rows;
    const QSignalBlocker quiet(m_order);
    m_order->clear();
    for (std::size_t i = 0; i < arrayOrders; ++i)
        if (suits(palette, static_cast<ArrayOrder>(i)))
            m_order->addItem(qText(arrayOrderWords[i]), static_cast<int>(i));
    m_order->setCurrentIndex(m_order->findData(static_cast<int>(orderOf(part))));
    work();
}

void PictureBench::showField(const QString& page, const Field& field)
{
    m_replace->setVisible(true);
    const std::pair place(page, qText(field.id));
    const bool isSeen = m_place == place
        && (m_seen == field.picture || *field.picture == m_result); // it was made here
    m_place = place;
    m_seen = field.picture;
    if (isSeen)
        return;
    take(seenOf(*field.picture), place.second);
    setPixels(field.picture->width, field.picture->height);
}

void PictureBench::setPixels(int width, int height)
{
    const QSignalBlocker acrossQuiet(m_width), downQuiet(m_height);
    m_width->setValue(width);
    m_height->setValue(height);
    work();
}

void PictureBench::showAlone()
{
    m_place = {};
    m_replace->setVisible(false);
}

void PictureBench::openFile(const QString& path)
{
    m_job.start([this, path](const io::Progress&) -> BackgroundJob::Finish {
        return taking(io::readPicture(path.toStdString()),
            path.section(QLatin1Char('/'), -1).section(QLatin1Char('.'), 0, 0));
    });
}

void PictureBench::openImage(const QImage& image)
{
    m_job.start([this, image](const io::Progress&) -> BackgroundJob::Finish {
        return taking(io::pictureOf(image), tr("picture"));
    });
}

/// What a picture that was read does on the window's thread.
BackgroundJob::Finish PictureBench::taking(Result<RgbImage> read, const QString& name)
{
    if (!read)
        return [this, message = describe(read.error())] { Q_EMIT refused(qText(message)); };
    auto image = std::make_shared<RgbImage>(ofWorkedSize(*std::move(read)));
    return [this, image, name] { take(std::move(*image), name); };
}

bool PictureBench::openText(const QString& text)
{
    auto bytes = parseArray(text.toStdString());
    if (!bytes)
        return false;
    m_job.start([this, bytes = *std::move(bytes), columns = m_columns, rows = m_rows](
                    const io::Progress&) -> BackgroundJob::Finish {
        auto guesses = guessesOf(bytes, columns, rows);
        if (guesses.empty())
            guesses = guessesOf(bytes, 0, 0);
        return [this, bytes, guesses] { offer(bytes, guesses); };
    });
    return true;
}

void PictureBench::offer(
    const std::vector<std::uint8_t>& bytes, const std::vector<ArrayGuess>& guesses)
{
    if (guesses.empty())
        return Q_EMIT refused(tr("%1 bytes fill no picture of usual sides.").arg(bytes.size()));
    constexpr std::size_t most = 12;
    m_bytes = bytes;
    m_guesses.assign(guesses.begin(),
        guesses.begin() + static_cast<std::ptrdiff_t>(std::min(guesses.size(), most)));
    const QSignalBlocker quiet(m_guess);
    m_guess->clear();
    for (const auto& guess : m_guesses)
        m_guess->addItem(tr("read as %1 × %2, %3")
                             .arg(guess.width)
                             .arg(guess.height)
                             .arg(qText(arrayOrderWords[static_cast<std::size_t>(guess.order)])));
    takeGuess(0);
}

void PictureBench::takeGuess(std::size_t index)
{
    const auto guess = m_guesses[index];
    show(pictureOf(m_bytes, guess), tr("array"));
    m_guess->setVisible(true);
    m_doubt->setVisible(!isClear(m_guesses));
    setPixels(guess.width, guess.height);
}

void PictureBench::take(RgbImage image, const QString& name)
{
    m_bytes.clear();
    m_guesses.clear();
    m_guess->setVisible(false);
    m_doubt->setVisible(false);
    show(std::move(image), name);
}

/// As large as it fits the display.
void PictureBench::show(RgbImage image, const QString& name)
{
    m_name = name;
    m_work = {};
    const double factor = std::min(
        static_cast<double>(m_columns) / image.width, static_cast<double>(m_rows) / image.height);
    {
        const QSignalBlocker acrossQuiet(m_width), downQuiet(m_height), turnQuiet(m_turn);
        m_width->setValue(std::max(1, static_cast<int>(image.width * std::min(1.0, factor))));
        m_height->setValue(std::max(1, static_cast<int>(image.height * std::min(1.0, factor))));
        m_turn->setCurrentIndex(0);
        for (auto* slider : m_sliders) {
            const QSignalBlocker quiet(slider);
            slider->setValue(neutral);
        }
    }
    m_before->showMark({0, 0, 1, 1});
    m_original = std::make_shared<const RgbImage>(std::move(image));
    m_before->showImage(io::imageOf(*m_original), {});
    work();
}

void PictureBench::work()
{
    if (!m_original)
        return;
    m_work.quarterTurns = m_turn->currentIndex();
    m_job.start([this, original = m_original, work = m_work, width = m_width->value(),
                    height = m_height->value(), palette = m_palette,
                    dither = static_cast<Dither>(m_dither->currentIndex())](
                    const io::Progress&) -> BackgroundJob::Finish {
        auto result = std::make_shared<Picture>(
            pictureIn(worked(*original, work, width, height), palette, dither));
        return [this, result] { showResult(std::move(*result)); };
    });
}

ArrayOrder PictureBench::order() const
{
    return static_cast<ArrayOrder>(m_order->currentData().toInt());
}

void PictureBench::showResult(Picture result)
{
    m_result = std::move(result);
    const bool isThere = !m_result.levels.empty();
    m_put->setEnabled(isThere);
    m_replace->setEnabled(isThere);
    if (!isThere) {
        m_before->showImage({},
            tr("Open a picture, drop one here, or paste one, or the array of a "
               "firmware"));
        m_after->showImage({}, tr("as the display shows it"));
        return m_words->setText({});
    }
    m_after->showImage(io::imageOf(seenOf(m_result)), {});
    m_words->setText(tr("%1 × %2 pixels in %3: %4 bytes of the board's flash")
                         .arg(m_result.width)
                         .arg(m_result.height)
                         .arg(m_palette == PicturePalette::Full      ? tr("16-bit colours")
                                 : m_palette == PicturePalette::Mono ? tr("black and white")
                                                                     : tr("the inks of the paper"))
                         .arg(arrayOf(m_result, m_palette, order()).size()));
}

void PictureBench::copy(bool isPython)
{
    if (m_result.levels.empty())
        return;
    const auto bytes = arrayOf(m_result, m_palette, order());
    QGuiApplication::clipboard()->setText(
        qText(isPython ? arrayInPython(m_name.toStdString(), bytes)
                       : arrayInC(m_name.toStdString(), bytes)));
}

} // namespace fern::app
