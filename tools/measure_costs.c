// What single operations of a firmware cost an 8-bit processor, counted by its own timer in cycles.
#include <avr/interrupt.h>
#include <avr/io.h>
#include <avr/pgmspace.h>
#include <avr/sleep.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>

static int put(char c, FILE* out)
{
    (void)out;
    while (!(UCSR0A & (1 << UDRE0)))
        ;
    UDR0 = (uint8_t)c;
    return 0;
}
static FILE port = FDEV_SETUP_STREAM(put, NULL, _FDEV_SETUP_WRITE);

static volatile float x = 13.37f, y = 12.5f;
static volatile uint32_t now = 123456, due[4] = {200000, 200000, 200000, 200000};
static volatile uint16_t pulses;
static volatile uint8_t ran;
static char text[16];
static uint8_t frame[1024]; // 128 columns, 8 pages
static const uint8_t glyph[16] PROGMEM = {
    0x00, 0x3c, 0x66, 0x66, 0x6e, 0x76, 0x66, 0x66, 0x66, 0x3c, 0x18, 0x18, 0x7e, 0x00, 0x42, 0x81};

static void count(void) { ++pulses; }
static void (*volatile handler)(void) = count;

// As a library does it, which calls what the maker gave it.
ISR(PCINT2_vect) { handler(); }

static void nothing(void) {}
// A look at the clock and at four due times.
static void turn(void)
{
    uint32_t at;
    cli();
    at = now;
    sei();
    for (uint8_t i = 0; i < 4; ++i)
        if ((int32_t)(at - due[i]) >= 0)
            ++ran;
}
// Three operations on numbers that are fetched and kept.
static void step(void) { y += 0.125f * (x - y); }
// A number of seven digits, three of them decimals, by the printing function that everybody has.
static volatile float number = -1234.567f;
static void format(void) { snprintf(text, sizeof text, "%10.3f", (double)number); }
// A character of 8 x 16 dots, dot by dot, into a frame of pages.
static void draw(void)
{
    for (uint8_t row = 0; row < 16; ++row) {
        uint8_t bits = pgm_read_byte(&glyph[row]);
        for (uint8_t column = 0; column < 8; ++column, bits <<= 1) {
            uint8_t* cell = &frame[(uint16_t)(row / 8 + 2) * 128 + 40 + column];
            if (bits & 0x80)
                *cell |= (uint8_t)(1 << (row % 8));
            else
                *cell &= (uint8_t)~(1 << (row % 8));
        }
    }
}
// An edge on the pin of an interrupt.
static void edge(void) { PIND = 1 << PIND2; }
static void still(void) { PIND = 1 << PIND3; }

static uint16_t cycles(void (*volatile what)(void))
{
    uint16_t begin = TCNT1;
    what();
    return (uint16_t)(TCNT1 - begin);
}
static void tell(const char* name, void (*what)(void), void (*without)(void))
{
    printf("%s %u\n", name, (unsigned)(cycles(what) - cycles(without)));
}

int main(void)
{
    UBRR0 = 0;
    UCSR0B = 1 << TXEN0;
    stdout = &port;
    TCCR1B = 1 << CS10;
    DDRD = (1 << PORTD2) | (1 << PORTD3);
    PCMSK2 = 1 << PCINT18;
    PCICR = 1 << PCIE2;
    sei();
    tell("loopTurn", turn, nothing);
    tell("threeOperations", step, nothing);
    tell("interrupt", edge, still);
    tell("format", format, nothing);
    tell("glyph", draw, nothing);
    printf("end %u\n", pulses);
    cli();
    sleep_mode();
    return ran;
}
