#include "app/places/channels/scale/meter_menu.h"

#include "app/dialogs/dialogs.h"
#include "app/look/text.h"
#include "app/notice/notice_bar.h"
#include "app/play/play_control.h"
#include "app/runner/reference_meter.h"
#include "io/serial_port.h"

namespace fern::app {

MeterMenu::MeterMenu(House& house, ReferenceMeter& meter, QWidget* parent)
    : QMenu(parent)
    , m_house(house)
    , m_meter(meter)
{
    setObjectName(QStringLiteral("metersMenu"));
    connect(
        addAction(tr("Typed by hand")), &QAction::triggered, this, [this] { m_meter.useNone(); });
    connect(addAction(tr("Stand-in: a meter beside it")), &QAction::triggered, this,
        &MeterMenu::useStandIn);
    connect(addAction(tr("A meter on a port…")), &QAction::triggered, this, &MeterMenu::choosePort);
}

/// The truth of the simulation, or a stand-in of a meter that began together with the board's.
void MeterMenu::useStandIn()
{
    if (!isLive(m_house.play.playing()))
        return m_meter.useWorld();
    if (auto link = m_house.play.meterBeside(m_channel))
        m_meter.useLink(std::move(link));
}

void MeterMenu::choosePort()
{
    const auto typed = m_house.dialogs.askText(parentWidget(), tr("Listen to a meter"),
        tr("The path of its port and its speed in baud. The first number of each line counts, in "
           "the channel's unit."),
        m_port);
    if (!typed || typed->trimmed().isEmpty())
        return;
    const auto setting = io::parseSerialSetting(typed->trimmed().toStdString());
    if (!setting)
        return m_house.notice.refuse(qText(setting.error().message));
    m_port = typed->trimmed();
    m_meter.useLink(io::listenTo(*setting));
}

} // namespace fern::app
