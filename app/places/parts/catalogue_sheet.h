#pragma once
// The catalogue: search, choose a category, add.

#include "parts/catalogue.h"

#include <QButtonGroup>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

namespace fern::app {

class CatalogueSheet : public QWidget {
    Q_OBJECT
public:
    explicit CatalogueSheet(QWidget* parent);

    /// Puts the cursor into the search.
    void begin();

Q_SIGNALS:
    void addWanted(const fern::CatalogueEntry& entry);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void search();
    void showEntry();
    void add();

    QLineEdit* m_search;
    QButtonGroup* m_categories;
    QListWidget* m_list;
    QLabel* m_title;
    QLabel* m_about;
    QLabel* m_figures;
    QPushButton* m_add;
    std::vector<const CatalogueEntry*> m_found;
};

} // namespace fern::app
