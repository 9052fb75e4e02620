<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** What a page says of its own accord, in the languages that we know; in English elsewhere. */
final class FixedWords
{
    private const WORDS = [
        'en' => ['save' => 'Save contact', 'call' => 'Call', 'mail' => 'Mail', 'when' => 'When', 'where' => 'Where', 'calendar' => 'Put it in your calendar', 'map' => 'Show it on a map', 'daily' => 'Every day', 'show' => 'Show this at the till.', 'used' => 'Redeemed', 'languages' => 'Languages', 'to' => 'to'],
        'cy' => ['save' => 'Cadw’r cyswllt', 'call' => 'Ffonio', 'mail' => 'E-bost', 'when' => 'Pryd', 'where' => 'Ble', 'calendar' => 'Ychwanegu at eich calendr', 'map' => 'Dangos ar fap', 'daily' => 'Bob dydd', 'show' => 'Dangoswch hwn wrth y til.', 'used' => 'Wedi’i ddefnyddio', 'languages' => 'Ieithoedd', 'to' => 'hyd at'],
        'de' => ['save' => 'Kontakt speichern', 'call' => 'Anrufen', 'mail' => 'E-Mail', 'when' => 'Wann', 'where' => 'Wo', 'calendar' => 'In den Kalender eintragen', 'map' => 'Auf der Karte zeigen', 'daily' => 'Täglich', 'show' => 'An der Kasse vorzeigen.', 'used' => 'Eingelöst', 'languages' => 'Sprachen', 'to' => 'bis'],
        'fr' => ['save' => 'Enregistrer le contact', 'call' => 'Appeler', 'mail' => 'Écrire', 'when' => 'Quand', 'where' => 'Où', 'calendar' => 'Ajouter à votre agenda', 'map' => 'Voir sur une carte', 'daily' => 'Tous les jours', 'show' => 'À présenter à la caisse.', 'used' => 'Utilisé', 'languages' => 'Langues', 'to' => 'à'],
        'es' => ['save' => 'Guardar el contacto', 'call' => 'Llamar', 'mail' => 'Escribir', 'when' => 'Cuándo', 'where' => 'Dónde', 'calendar' => 'Añadir al calendario', 'map' => 'Ver en un mapa', 'daily' => 'Todos los días', 'show' => 'Muéstrelo en la caja.', 'used' => 'Canjeado', 'languages' => 'Idiomas', 'to' => 'a'],
        'it' => ['save' => 'Salva il contatto', 'call' => 'Chiama', 'mail' => 'Scrivi', 'when' => 'Quando', 'where' => 'Dove', 'calendar' => 'Aggiungi al calendario', 'map' => 'Mostra su una mappa', 'daily' => 'Ogni giorno', 'show' => 'Da mostrare alla cassa.', 'used' => 'Riscattato', 'languages' => 'Lingue', 'to' => 'a'],
        'nl' => ['save' => 'Contact opslaan', 'call' => 'Bellen', 'mail' => 'Mailen', 'when' => 'Wanneer', 'where' => 'Waar', 'calendar' => 'Zet het in je agenda', 'map' => 'Op een kaart tonen', 'daily' => 'Elke dag', 'show' => 'Toon dit bij de kassa.', 'used' => 'Ingewisseld', 'languages' => 'Talen', 'to' => 'tot'],
    ];

    /**
     * @param  'save'|'call'|'mail'|'when'|'where'|'calendar'|'map'|'daily'|'show'|'used'|'languages'|'to'  $name
     * @param  string  $language  a tag such as cy or en-GB
     */
    public static function say(string $name, string $language): string
    {
        return (self::WORDS[strtolower(explode('-', $language)[0])] ?? self::WORDS['en'])[$name];
    }
}
