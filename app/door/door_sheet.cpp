#include "app/door/door_sheet.h"

#include "app/look/card.h"
#include "app/look/indented_items.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "instrument/ids.h"
#include "plan/first_look.h"

#include <QFormLayout>
#include <QGridLayout>
#include <QKeyEvent>
#include <QSignalBlocker>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int listRow = 25; ///< pixels

template <class T> T* named(T* widget, const char* objectName, const QString& label)
{
    widget->setObjectName(QString::fromLatin1(objectName));
    widget->setAccessibleName(label);
    return widget;
}

QString wishText(const ChannelWish& wish)
{
    const auto words = [](const auto& q) { return qText(toText(q)); };
    return QObject::tr("From %1 to %2, in steps of %3, within ±%4, at most %5 old.")
        .arg(words(wish.from), words(wish.to), words(wish.step), words(wish.tolerance),
            words(wish.freshness));
}

/// What would be made, or why it cannot.
Result<Instrument> made(const DoorRequest& request)
{
    if (request.before.name.empty())
        return Error{ErrorCode::InvalidArgument, "give the instrument a name", ""};
    const auto name = std::string(trimmed(request.name));
    if (freeName(request.before.channels, name) != name)
        return Error{ErrorCode::InvalidArgument,
            "another channel is called " + name + " already: give this one its own name", ""};
    auto outcome = withStartingPoint(request.before, request.point, request.name);
    for (const auto* other : request.beside)
        if (outcome)
            outcome =
                withStartingPoint(*outcome, *other, freeName(outcome->channels, usualName(*other)));
    return outcome;
}

bool lacksPins(const Result<Instrument>& outcome)
{
    return !outcome && outcome.error().code == ErrorCode::NotFound;
}

/// Whether a converter module reads what the board has no pin left for.
bool canReadByModule(DoorRequest request)
{
    const auto byModule = readByModule(request.point);
    if (!byModule)
        return false;
    request.point = *byModule;
    return made(request).has_value();
}

} // namespace

DoorSheet::DoorSheet(const Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_title(new QLabel(this))
    , m_points(named(new QListWidget(this), "startingPoints", tr("What is measured")))
    , m_about(new QLabel(this))
    , m_wish(softLabel({}, this))
    , m_caution(new QLabel(this))
    , m_instrumentName(named(new QLineEdit(this), "instrumentName", tr("Name of the instrument")))
    , m_channelName(named(new QLineEdit(this), "channelName", tr("Name of the channel")))
    , m_board(named(new QComboBox(this), "boardClass", tr("Board")))
    , m_display(named(new QComboBox(this), "displayClass", tr("Display")))
    , m_make(named(new QPushButton(this), "makeIt", tr("Make it")))
    , m_preview(new GlassView(this))
    , m_outcome(softLabel({}, this))
    , m_byModule(named(new QPushButton(tr("Read it by a converter module"), this), "doorByModule",
          tr("Read it by a converter module")))
    , m_compare(named(new QPushButton(tr("Compare boards and inputs"), this), "doorCompare",
          tr("Compare boards and inputs")))
{
    setObjectName(QStringLiteral("door"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card({}, this);
    outer->addWidget(card, 1);
    m_title->setFont(wordFont(17, true));
    card->body()->addWidget(m_title);
    auto* intro = softLabel(
        tr("Choose what is measured. Wish, resistors, smoothing, page and a scenario come with it, "
           "and everything can be changed afterwards."),
        this);
    intro->setWordWrap(true);
    card->body()->addWidget(intro);
    auto* columns = new QHBoxLayout;
    columns->setSpacing(3 * grid);
    card->body()->addLayout(columns, 1);
    m_points->setMinimumWidth(240);
    m_points->setFrameShape(QFrame::NoFrame);
    m_points->viewport()->setBackgroundRole(cardRole);
    m_points->setUniformItemSizes(true);
    m_points->setItemDelegate(new IndentedItems(m_points));
    columns->addWidget(m_points, 2);
    auto* right = new QVBoxLayout;
    right->setSpacing(grid);
    columns->addLayout(right, 3);
    m_about->setFont(wordFont(14, true));
    m_caution->setForegroundRole(brickRole);
    m_caution->setObjectName(QStringLiteral("caution"));
    m_caution->setWordWrap(true);
    for (auto* label : {m_about, m_wish}) {
        label->setWordWrap(true);
        right->addWidget(label);
    }
    auto* form = new QFormLayout;
    form->setVerticalSpacing(grid);
    right->addSpacing(grid);
    right->addLayout(form);
    const auto addRow = [&](const QString& label, QWidget* input, bool onlyNew) {
        auto* words = softLabel(label, this);
        form->addRow(words, input);
        if (onlyNew)
            m_onlyNew.insert(m_onlyNew.end(), {words, input});
    };
    addRow(tr("Instrument"), m_instrumentName, true);
    addRow(tr("Channel"), m_channelName, false);
    addRow(tr("Board"), m_board, true);
    addRow(tr("Display"), m_display, true);
    for (const auto& board : startingBoards())
        m_board->addItem(qText(board.part.className));
    for (const auto& display : startingDisplays())
        m_display->addItem(qText(display.part.className));
    m_besideWords = softLabel(tr("Its device also tells; tick what is wanted, too:"), this);
    right->addWidget(m_besideWords);
    auto* ticks = new QGridLayout;
    ticks->setVerticalSpacing(2);
    right->addLayout(ticks);
    for (std::size_t i = 0; i < m_beside.size(); ++i) {
        m_beside[i] = new QCheckBox(this);
        m_beside[i]->setObjectName(QStringLiteral("doorBeside%1").arg(i));
        const auto at = static_cast<int>(i);
        ticks->addWidget(m_beside[i], at / 2, at % 2);
        connect(m_beside[i], &QCheckBox::toggled, this, &DoorSheet::showOutcome);
    }
    auto* buttons = new QHBoxLayout;
    auto* cancel = named(new QPushButton(tr("Cancel"), this), "cancelDoor", tr("Cancel"));
    buttons->addWidget(m_make);
    buttons->addWidget(cancel);
    buttons->addStretch(1);
    right->addSpacing(grid);
    right->addLayout(buttons);
    right->addWidget(m_caution); // below, so that what is clicked stays where it is
    right->addSpacing(grid);
    right->addWidget(softLabel(tr("What it begins with:"), this));
    m_preview->setObjectName(QStringLiteral("doorPreview"));
    m_preview->setMaximumWidth(300);
    right->addWidget(m_preview);
    m_outcome->setObjectName(QStringLiteral("outcome"));
    m_outcome->setWordWrap(true);
    right->addWidget(m_outcome);
    right->addWidget(m_byModule, 0, Qt::AlignLeft);
    right->addWidget(m_compare, 0, Qt::AlignLeft);
    right->addStretch(1);
    connect(m_byModule, &QPushButton::clicked, this, [this] {
        m_isByModule = true;
        showOutcome();
        m_make->setFocus();
    });
    connect(m_compare, &QPushButton::clicked, this, &DoorSheet::partsWanted);
    for (auto* edit : {m_instrumentName, m_channelName}) {
        edit->setTextMargins(4, 1, 4, 1);
        connect(edit, &QLineEdit::textChanged, this, &DoorSheet::showOutcome);
    }
    for (auto* box : {m_board, m_display}) {
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(10);
    }
    connect(m_board, &QComboBox::activated, this, [this](int board) {
        // What is soldered to a board is its display.
        const auto* own = ownDisplay(startingBoards()[static_cast<std::size_t>(board)]);
        m_display->setEnabled(own == nullptr);
        m_display->setToolTip(own == nullptr ? QString() : tr("It is soldered to the board"));
        if (own != nullptr)
            m_display->setCurrentText(qText(own->className));
        showOutcome();
    });
    connect(m_display, &QComboBox::activated, this, &DoorSheet::showOutcome);
    fillList();
    m_points->setCurrentRow(1); // the first one below its heading
    connect(m_points, &QListWidget::currentRowChanged, this, &DoorSheet::showPoint);
    connect(m_points, &QListWidget::itemActivated, this, &DoorSheet::make);
    connect(m_make, &QPushButton::clicked, this, &DoorSheet::make);
    connect(m_channelName, &QLineEdit::returnPressed, this, &DoorSheet::make);
    connect(m_instrumentName, &QLineEdit::returnPressed, this, &DoorSheet::make);
    connect(cancel, &QPushButton::clicked, this, &DoorSheet::cancelled);
}

void DoorSheet::fillList()
{
    std::string_view group;
    for (const auto& point : startingPoints()) {
        if (point.group != group) {
            group = point.group;
            auto* heading = new QListWidgetItem(qText(group), m_points);
            heading->setFlags(Qt::NoItemFlags);
            heading->setFont(wordFont(12, true));
            heading->setSizeHint({0, listRow});
        }
        auto* item = new QListWidgetItem(qText(point.title), m_points);
        item->setData(Qt::UserRole, qText(point.id));
        item->setData(IndentedItems::levelRole, 1);
        item->setSizeHint({0, listRow});
    }
}

const StartingPoint& DoorSheet::chosen() const
{
    return *findStartingPoint(m_points->currentItem()->data(Qt::UserRole).toString().toStdString());
}

void DoorSheet::askForInstrument()
{
    m_title->setText(tr("New instrument"));
    m_make->setText(tr("Make the instrument"));
    ask(true);
}

void DoorSheet::askForChannel()
{
    m_title->setText(tr("New channel of %1").arg(qText(m_document.instrument().name)));
    m_make->setText(tr("Add the channel"));
    ask(false);
}

void DoorSheet::ask(bool isNew)
{
    const bool goesOn = m_isLeft && isNew == m_isNew;
    m_isLeft = true; // until something is made
    m_isNew = isNew;
    for (auto* widget : m_onlyNew)
        widget->setVisible(isNew);
    if (!goesOn) {
        m_instrumentName->setText(tr("My instrument"));
        m_channelName->clear();
        m_points->setCurrentRow(1);
    }
    showPoint();
    m_points->setFocus();
}

void DoorSheet::showPoint()
{
    m_isByModule = false;
    const auto& point = chosen();
    m_about->setText(qText(point.about));
    m_wish->setText(tr("The wish to begin with: %1").arg(wishText(point.wish)));
    m_caution->setText(qText(point.caution));
    m_caution->setVisible(!point.caution.empty());
    // A name that the user typed stays.
    auto proposed = qText(usualName(point));
    if (!m_isNew)
        proposed = qText(freeName(m_document.instrument().channels, proposed.toStdString()));
    if (m_channelName->text().isEmpty() || m_channelName->text() == m_proposed)
        m_channelName->setText(proposed);
    m_proposed = proposed;
    offerBeside();
    showOutcome();
}

void DoorSheet::offerBeside()
{
    m_offered = toldBeside(chosen());
    m_offered.resize(std::min(m_offered.size(), m_beside.size()));
    m_besideWords->setVisible(!m_offered.empty());
    for (std::size_t i = 0; i < m_beside.size(); ++i) {
        const QSignalBlocker quiet(m_beside[i]);
        m_beside[i]->setChecked(false);
        m_beside[i]->setVisible(i < m_offered.size());
        if (i < m_offered.size())
            m_beside[i]->setText(qText(usualName(*m_offered[i])));
    }
}

StartingPoint DoorSheet::wanted() const
{
    return m_isByModule ? readByModule(chosen()).value_or(chosen()) : chosen();
}

DoorRequest DoorSheet::request() const
{
    std::vector<const StartingPoint*> beside;
    for (std::size_t i = 0; i < m_offered.size(); ++i)
        if (m_beside[i]->isChecked())
            beside.push_back(m_offered[i]);
    const auto board = static_cast<std::size_t>(m_board->currentIndex());
    const auto display = static_cast<std::size_t>(m_display->currentIndex());
    return {m_isNew ? emptyInstrument(m_instrumentName->text().toStdString(),
                startingBoards()[board], startingDisplays()[display])
                    : m_document.instrument(),
        wanted(), m_channelName->text().toStdString(), beside};
}

/// Makes what would be made beside the window, runs it up to its first number, and says what
/// follows from the parts.
void DoorSheet::showOutcome()
{
    m_outcome->setText(tr("Looking…"));
    m_looking.start(
        [this, request = request()](const io::Progress& progress) -> BackgroundJob::Finish {
            const auto outcome = made(request);
            if (!outcome)
                return [this, words = qText(outcome.error().message), isFull = lacksPins(outcome),
                           byModule = lacksPins(outcome) && canReadByModule(request)] {
                    m_preview->showPicture(nullptr);
                    m_outcome->setText(words);
                    m_byModule->setVisible(byModule);
                    m_compare->setVisible(isFull && !m_isNew); // a new one has its boards above
                };
            auto alone = request; // the first one is looked at
            alone.beside.clear();
            const auto look = firstLookAtLast(*made(alone), [&] { return !progress(0); });
            return [this, look] {
                m_preview->showPicture(look.picture);
                m_outcome->setText(qText(look.words));
                m_byModule->hide();
                m_compare->hide();
            };
        });
}

void DoorSheet::make()
{
    const auto outcome = made(request());
    if (!outcome)
        return Q_EMIT refused(qText(outcome.error().message));
    auto name = m_channelName->text().trimmed();
    if (const auto more = request().beside.size(); more > 0)
        name += tr(" and %1 more").arg(more);
    m_isLeft = false;
    if (m_isNew)
        Q_EMIT instrumentMade(*outcome);
    else
        Q_EMIT channelMade(tr("Add the channel %1").arg(name), *outcome);
}

void DoorSheet::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape)
        Q_EMIT cancelled();
    else
        QWidget::keyPressEvent(event);
}

} // namespace fern::app
