#include "app/places/channels/glass/believed_row.h"

#include "app/look/card.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "drive/wrong_setups.h"

#include <QHBoxLayout>
#include <QSignalBlocker>

namespace fern::app {

namespace {

constexpr int mostSize = 4096, mostAddress = 0x7F;

QSpinBox* makeSpin(QWidget* parent, const char* name, const QString& accessible, int most)
{
    auto* spin = new QSpinBox(parent);
    spin->setObjectName(QString::fromLatin1(name));
    spin->setAccessibleName(accessible);
    spin->setRange(1, most);
    spin->setKeyboardTracking(false);
    return spin;
}

/// The size that the driver takes a part to have when nothing else is set.
GlassSize ownSize(const DriverSetup& setup)
{
    auto own = setup;
    own.driver.setTo.reset();
    return makeDriver(own)->size();
}

} // namespace

BelievedRow::BelievedRow(QWidget* parent)
    : QWidget(parent)
    , m_width(makeSpin(this, "setWidth", tr("Width that the firmware is set to"), mostSize))
    , m_by(softLabel(tr("×"), this))
    , m_height(makeSpin(this, "setHeight", tr("Height that the firmware is set to"), mostSize))
    , m_at(softLabel(tr("at"), this))
    , m_address(makeSpin(this, "setAddress", tr("Address that the firmware looks at"), mostAddress))
    , m_way(softLabel(tr("turned"), this))
    , m_turned(new QComboBox(this))
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    row->addWidget(softLabel(tr("Firmware is set to"), this));
    for (QWidget* widget :
        std::initializer_list<QWidget*>{m_width, m_by, m_height, m_at, m_address, m_way, m_turned})
        row->addWidget(widget);
    row->addStretch(1);
    m_address->setDisplayIntegerBase(16);
    m_address->setPrefix(QStringLiteral("0x"));
    m_turned->setObjectName(QStringLiteral("setTurned"));
    m_turned->setAccessibleName(tr("How the firmware turns what it draws"));
    m_turned->addItem(qText(driverTurnWords.front()));
    for (std::size_t i = 1; i < driverTurnWords.size(); ++i)
        m_turned->addItem(tr("%1°").arg(qText(driverTurnWords[i])));
    for (auto* spin : {m_width, m_height, m_address})
        connect(spin, &QSpinBox::valueChanged, this, &BelievedRow::enter);
    connect(m_turned, &QComboBox::activated, this, &BelievedRow::enter);
}

void BelievedRow::showSetup(const DriverSetup& setup)
{
    m_setup = setup;
    const auto unit = traitsOf(setup.part.kind()).unit;
    const bool hasSize = setup.part.kind() != DisplayKind::SegmentGlass; // its map says it
    const bool hasHeight =
        hasSize && unit != GlassUnit::Digits && setup.part.kind() != DisplayKind::LedMatrix;
    const bool hasAddress = setup.part.interface == DisplayInterface::I2c;
    const bool canTurn = unit == GlassUnit::Pixels;
    const auto size = setup.driver.setTo.value_or(ownSize(setup));
    const QSignalBlocker blocks[] = {QSignalBlocker(m_width), QSignalBlocker(m_height),
        QSignalBlocker(m_address), QSignalBlocker(m_turned)};
    m_width->setValue(size.width);
    m_height->setValue(size.height);
    m_address->setValue(setup.believedAddress());
    m_turned->setCurrentIndex(static_cast<int>(setup.driver.turned));
    m_width->setVisible(hasSize);
    for (QWidget* widget : std::initializer_list<QWidget*>{m_by, m_height})
        widget->setVisible(hasHeight);
    for (QWidget* widget : std::initializer_list<QWidget*>{m_at, m_address})
        widget->setVisible(hasAddress);
    for (QWidget* widget : std::initializer_list<QWidget*>{m_way, m_turned})
        widget->setVisible(canTurn);
    setVisible(hasSize || hasAddress || canTurn);
}

void BelievedRow::enter()
{
    auto driver = m_setup.driver;
    driver.turned = static_cast<DriverTurn>(m_turned->currentIndex());
    auto turned = m_setup;
    turned.driver = driver;
    const auto own = ownSize(turned);
    const auto before = m_setup.driver.setTo.value_or(ownSize(m_setup));
    const GlassSize size{m_width->value(), m_height->value()};
    // A turn exchanges the sides by itself.
    const bool isTyped = size != before;
    if (isTyped)
        driver.setTo = size == own ? std::nullopt : std::optional(size);
    driver.address = m_address->value() == m_setup.address ? 0 : m_address->value();
    Q_EMIT entered(driver);
}

} // namespace fern::app
