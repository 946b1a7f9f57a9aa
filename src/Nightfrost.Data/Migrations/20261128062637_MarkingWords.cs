using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nightfrost.Data.Migrations
{
    /// <inheritdoc />
    public partial class MarkingWords : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "marking_words",
                columns: table => new
                {
                    words = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    reading = table.Column<string>(type: "character varying(40)", maxLength: 40, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_marking_words", x => x.words);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "marking_words");
        }
    }
}
