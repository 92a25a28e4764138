#include "app/door/demo_row.h"

#include "app/look/flow_layout.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/file.h"
#include "instrument/resolve.h"
#include "io/pictures.h"
#include "run/firmware_run.h"

#include <QDir>
#include <QFile>
#include <QPainter>

#include <array>
#include <chrono>

namespace fern::app {

struct Demo {
    Instrument instrument;
    std::vector<std::shared_ptr<const GlassPicture>> pictures; ///< of its first display
};

namespace {

constexpr double ranSeconds = 60;
constexpr double shownSeconds = 20; ///< of the end

/// Keeps what the first display shows at the end; of one that is rarely redrawn the last picture.
struct Pictures : RunObserver {
    void shown(const ShownRecord& record) override
    {
        if (record.display != 0)
            return;
        if (inSeconds(record.visibleAt) <= ranSeconds - shownSeconds)
            ofFirst.clear();
        ofFirst.push_back(record.picture);
    }
    std::vector<std::shared_ptr<const GlassPicture>> ofFirst;
};

/// Reads a demo and runs it; nothing when the program was built without it.
std::optional<Demo> demoOf(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return std::nullopt;
    auto read = readInstrument(file.readAll().toStdString());
    if (!read)
        return std::nullopt;
    Demo demo{*std::move(read), {}};
    demo.instrument.captures.clear(); // their files lie beside the one that it came from
    const auto plain = resolve(demo.instrument, "");
    if (!plain)
        return demo;
    Pictures pictures;
    FirmwareRun(*plain, {}, pictures).advanceTo(ticksFromSeconds(ranSeconds));
    demo.pictures = std::move(pictures.ofFirst);
    return demo;
}

} // namespace

/// A glass with a name below it.
class DemoButton : public QAbstractButton {
public:
    using QAbstractButton::QAbstractButton;

    void showDemo(Demo demo)
    {
        m_demo = std::move(demo);
        setText(qText(m_demo.instrument.name));
        setAccessibleName(DemoRow::tr("Example: %1").arg(text()));
        setToolTip(DemoRow::tr("Opens a copy of this example"));
        update();
    }
    void step()
    {
        if (m_demo.pictures.empty())
            return;
        m_picture = (m_picture + 1) % m_demo.pictures.size();
        update();
    }
    const Instrument& instrument() const { return m_demo.instrument; }
    QSize sizeHint() const override { return {152, 104}; }

protected:
    void paintEvent(QPaintEvent* /*event*/) override
    {
        const auto& t = tokens();
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        const QRectF glass(1, 1, width() - 2, height() - 26);
        painter.setPen(hasFocus() || underMouse() ? QPen(t.accent, 2) : QPen(Qt::NoPen));
        painter.setBrush(groundOfGlass());
        painter.drawRoundedRect(glass, corner - 2, corner - 2);
        if (m_picture < m_demo.pictures.size()) {
            const double ratio = devicePixelRatioF();
            const auto& picture = *m_demo.pictures[m_picture];
            auto image = io::imageWithin(picture, ((glass.size() - QSizeF(8, 8)) * ratio).toSize());
            image.setDevicePixelRatio(ratio);
            painter.drawImage(QPointF(std::round(glass.center().x() - image.width() / ratio / 2),
                                  std::round(glass.center().y() - image.height() / ratio / 2)),
                image);
        }
        painter.setPen(t.ink);
        painter.setFont(wordFont(13));
        painter.drawText(QRect(0, height() - 22, width(), 20), Qt::AlignCenter, text());
    }

private:
    /// Behind the picture, as its own dark or bright.
    QColor groundOfGlass() const
    {
        if (m_picture >= m_demo.pictures.size())
            return tokens().glass;
        const auto& face = *m_demo.pictures[m_picture]->face;
        const auto [red, green, blue] = colourOf(face, face.ground);
        return {red, green, blue};
    }

    Demo m_demo;
    std::size_t m_picture = 0;
};

DemoRow::DemoRow(QWidget* parent)
    : QWidget(parent)
{
    setObjectName(QStringLiteral("demos"));
    auto* row = new FlowLayout(this, grid, FlowWidths::Alike);
    const auto names = QDir(QStringLiteral(":/demo")).entryList();
    for (const auto& name : names) {
        auto* button = new DemoButton(this);
        button->setObjectName(QStringLiteral("demo ") + name);
        button->setFocusPolicy(Qt::StrongFocus);
        button->setEnabled(false); // until it has run
        row->addWidget(button);
        m_buttons.push_back(button);
        connect(button, &QAbstractButton::clicked, this,
            [this, button] { Q_EMIT wanted(button->instrument()); });
    }
    m_pace.setInterval(std::chrono::milliseconds(500));
    connect(&m_pace, &QTimer::timeout, this, [this] {
        for (auto* button : m_buttons)
            button->step();
    });
}

void DemoRow::prepare()
{
    m_isPrepared = true;
    m_running.start([this, names = QDir(QStringLiteral(":/demo")).entryList()](
                        const io::Progress& progress) -> BackgroundJob::Finish {
        std::vector<std::optional<Demo>> demos;
        for (const auto& name : names) {
            if (!progress(static_cast<double>(demos.size()) / static_cast<double>(names.size())))
                return [] {};
            demos.push_back(demoOf(QStringLiteral(":/demo/") + name));
        }
        return [this, demos = std::move(demos)]() mutable {
            for (std::size_t i = 0; i < demos.size(); ++i)
                if (demos[i]) {
                    m_buttons[i]->showDemo(*std::move(demos[i]));
                    m_buttons[i]->setEnabled(true);
                }
        };
    });
}

void DemoRow::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (!m_isPrepared)
        QTimer::singleShot(0, this, [this] { // the window comes first
            if (isVisible())
                prepare();
        });
    m_pace.start();
}

void DemoRow::hideEvent(QHideEvent* event)
{
    QWidget::hideEvent(event);
    m_pace.stop();
}

} // namespace fern::app
