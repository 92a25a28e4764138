#include "app/door/start_page.h"

#include "app/door/demo_row.h"
#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/look.h"

#include <QFileInfo>
#include <QPushButton>

namespace fern::app {

StartPage::StartPage(QWidget* parent)
    : QWidget(parent)
    , m_recentTitle(softLabel(tr("Opened lately"), this))
    , m_recent(new QVBoxLayout)
{
    setObjectName(QStringLiteral("startPage"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card({}, this);
    outer->addWidget(card, 1);
    auto* column = card->body();
    column->setContentsMargins(5 * grid, 5 * grid, 5 * grid, 5 * grid);
    auto* title = new QLabel(tr("What do you want to measure?"), this);
    title->setFont(wordFont(22, true));
    column->addWidget(title);
    auto* words = softLabel(
        tr("One file is one instrument: what is wished, the parts, the way from the sensor to the "
           "glass. Begin with a wish, and see the finished display before a wire is cut."),
        this);
    words->setWordWrap(true);
    column->addWidget(words);
    column->addSpacing(grid);
    auto* buttons = new QHBoxLayout;
    auto* make = new QPushButton(tr("New instrument, Ctrl+N"), this);
    auto* open = new QPushButton(tr("Open a file, Ctrl+O"), this);
    make->setObjectName(QStringLiteral("startNew"));
    open->setObjectName(QStringLiteral("startOpen"));
    buttons->addWidget(make);
    buttons->addWidget(open);
    buttons->addStretch(1);
    column->addLayout(buttons);
    column->addWidget(softLabel(tr("Or drop an instrument file here."), this));
    column->addSpacing(2 * grid);
    column->addWidget(m_recentTitle);
    column->addLayout(m_recent);
    column->addSpacing(2 * grid);
    column->addWidget(softLabel(tr("Or look at an example, as it runs"), this));
    auto* examples = new DemoRow(this);
    column->addWidget(examples);
    column->addStretch(1);
    setFocusProxy(make);
    m_recentTitle->hide();
    connect(make, &QPushButton::clicked, this, &StartPage::newWanted);
    connect(open, &QPushButton::clicked, this, &StartPage::openWanted);
    connect(examples, &DemoRow::wanted, this, &StartPage::exampleWanted);
}

void StartPage::showRecent(const QStringList& files)
{
    for (auto* link : m_links)
        link->deleteLater(); // one of them may be the sender
    m_links.clear();
    m_recentTitle->setVisible(!files.isEmpty());
    for (const auto& file : files) {
        auto* link = new LinkButton(QFileInfo(file).fileName(), this);
        link->setToolTip(file);
        m_recent->addWidget(link, 0, Qt::AlignLeft);
        m_links << link;
        connect(link, &QAbstractButton::clicked, this, [this, file] { Q_EMIT fileWanted(file); });
    }
}

} // namespace fern::app
