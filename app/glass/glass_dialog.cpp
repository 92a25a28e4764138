#include "app/glass/glass_dialog.h"

#include "app/glass/glass_view.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "io/pictures.h"

#include <QApplication>
#include <QClipboard>
#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace fern::app {

GlassDialog::GlassDialog(QWidget* parent)
    : QDialog(parent)
    , m_glass(new GlassView(this))
    , m_copyText(new QPushButton(tr("Copy text"), this))
{
    setObjectName(QStringLiteral("glassDialog"));
    m_glass->setObjectName(QStringLiteral("largeGlass"));
    m_glass->setFocusPolicy(Qt::NoFocus);
    m_glass->setMostHeight(QWIDGETSIZE_MAX);
    auto* column = new QVBoxLayout(this);
    column->addWidget(m_glass, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(grid);
    auto* copy = new QPushButton(tr("Copy picture"), this);
    copy->setObjectName(QStringLiteral("copyGlass"));
    m_copyText->setObjectName(QStringLiteral("copyGlassText"));
    row->addStretch(1);
    row->addWidget(m_copyText);
    row->addWidget(copy);
    column->addLayout(row);
    resize(700, 440);
    connect(copy, &QPushButton::clicked, this, &GlassDialog::copyPicture);
    connect(m_copyText, &QPushButton::clicked, this,
        [this] { QApplication::clipboard()->setText(m_text); });
}

void GlassDialog::showGlass(const QString& name, std::shared_ptr<const GlassPicture> picture,
    const std::vector<std::string>& text)
{
    setWindowTitle(tr("Display %1").arg(name));
    m_glass->showPicture(std::move(picture));
    QStringList rows;
    for (const auto& row : text)
        rows << qText(row);
    m_text = rows.join(QLatin1Char('\n'));
    m_copyText->setVisible(!rows.isEmpty());
}

/// Each pixel as four by four dots, so that it can be seen where it is put.
void GlassDialog::copyPicture()
{
    constexpr int zoom = 4;
    if (m_glass->picture())
        QApplication::clipboard()->setImage(io::imageOf(*m_glass->picture(), zoom));
}

} // namespace fern::app
